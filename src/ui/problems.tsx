import type { Problem } from '@/core/quantity/result';

/** What is wrong, in plain sentences; announced when it appears. Nothing where nothing is. */
export function Problems({ problems }: { readonly problems: readonly Problem[] }) {
  return (
    <div role="alert" className="contents">
      {problems.length > 0 && (
        <ul className="rounded-md border border-retire bg-sheet px-4 py-3 text-retire">
          {problems.map(({ field, message }) => (
            <li key={`${field} ${message}`}>{sentence(message)}</li>
          ))}
        </ul>
      )}
    </div>
  );
}

function sentence(message: string): string {
  return message.charAt(0).toUpperCase() + message.slice(1);
}
