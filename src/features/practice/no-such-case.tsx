import type { Problem } from '@/core/quantity/result';
import { buttonClass } from '@/ui/button';
import { Link } from '@/ui/link';
import { Problems } from '@/ui/problems';

/** An address that leads to no case, and what is wrong with it. */
export function NoSuchCase({ problems }: { readonly problems: readonly Problem[] }) {
  return (
    <main className="mx-auto grid max-w-2xl gap-4 px-4 py-8">
      <h1 className="text-2xl font-bold">There is no such case</h1>
      <Problems problems={problems} />
      <Link href="/practice" className={buttonClass('main', true)}>
        To the cases
      </Link>
    </main>
  );
}
