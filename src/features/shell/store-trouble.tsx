import type { Problem } from '@/core/quantity/result';
import { Problems } from '@/ui/problems';

/** Stands in for every screen while the database cannot be used. */
export function StoreTrouble({ problems }: { readonly problems: readonly Problem[] }) {
  return (
    <main className="mx-auto mt-24 grid max-w-xl gap-4 px-6">
      <h1 className="text-2xl font-semibold">Integra cannot reach its data</h1>
      <Problems problems={problems} />
      <p>What was stored before is untouched. Put this right, then load the page again.</p>
    </main>
  );
}
