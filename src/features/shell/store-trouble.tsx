import type { CopyRecord } from '@/core/exchange/copies';
import type { Problem } from '@/core/quantity/result';
import { Problems } from '@/ui/problems';

/** Stands in for every screen while the database cannot be used; at its own machine it says which copies could be put back. */
export function StoreTrouble({
  problems,
  copies,
}: {
  readonly problems: readonly Problem[];
  readonly copies: readonly CopyRecord[];
}) {
  const [newest] = copies;
  return (
    <main className="mx-auto mt-24 grid max-w-2xl gap-4 px-6">
      <h1 className="text-2xl font-semibold">Integra cannot reach its data</h1>
      <Problems problems={problems} />
      <p>What was stored before is untouched. Put this right, then load the page again.</p>
      {newest && (
        <section aria-labelledby="copies" className="sheet grid gap-3 p-5">
          <h2 id="copies" className="text-lg font-semibold">
            Or put a copy back
          </h2>
          <p>Stop Integra on this machine, then run</p>
          <code className="figures block break-all">npm run restore -- {newest.name}</code>
          <p>and start it again. What lies there now is kept beside it. The newest copies:</p>
          <ul className="grid gap-1">
            {copies.map(({ name, bytes, madeAtMs }) => (
              <li key={name} className="figures text-sm">
                {name} <span className="text-soft">· {new Date(madeAtMs).toUTCString()}</span>{' '}
                <span className="text-soft">· {(bytes / 1_000_000).toFixed(1)} MB</span>
              </li>
            ))}
          </ul>
        </section>
      )}
    </main>
  );
}
