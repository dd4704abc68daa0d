import { Link } from '@/ui/link';
import { useSite } from '@/ui/site';

/** Said on the Floor of a shop that nobody leads: everybody on its network can change everything. Not of the sample. */
export function NobodyLeads() {
  const { isOpen, isSample } = useSite();
  if (!isOpen || isSample) return null;
  return (
    <p className="no-print rounded-md border border-line-strong bg-sheet px-4 py-2">
      Nobody leads this shop yet, so everybody on its network can read and change everything.{' '}
      <Link href="/welcome" className="font-semibold underline underline-offset-4">
        Set it up
      </Link>
    </p>
  );
}
