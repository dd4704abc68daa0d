import { buttonClass } from '@/ui/button';
import { Link } from '@/ui/link';

export default function NotFound() {
  return (
    <main className="mx-auto mt-24 grid max-w-xl justify-items-start gap-4 px-6">
      <h1 className="text-2xl font-semibold">Nothing is kept under this address</h1>
      <p>The link may be cut short, or belong to another installation.</p>
      <Link href="/?scan" className={buttonClass('main', true)}>
        Scan a tag
      </Link>
    </main>
  );
}
