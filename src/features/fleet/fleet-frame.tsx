import { clsx } from 'clsx';
import { Download } from 'lucide-react';
import { ActLink } from '@/ui/act-link';
import { Link } from '@/ui/link';
import { PrintButton } from '@/ui/print-button';
import { NavStrip } from '@/ui/strip';
import { addressOf, QUESTIONS, type Question } from './questions';

/** The questions side by side, the one that is answered beneath it, and the answer to take along. */
export function FleetFrame({
  question,
  asked = {},
  children,
}: {
  readonly question: Question;
  /** How its address asks the question: the file to take along asks it the same way. */
  readonly asked?: Readonly<Record<string, string>>;
  readonly children: React.ReactNode;
}) {
  const { asks } = QUESTIONS[question];
  return (
    <main className="print-list mx-auto grid max-w-[90rem] grid-cols-[minmax(0,1fr)] gap-4 px-4 py-5">
      <div className="flex flex-wrap items-center gap-3">
        <div className="mr-auto min-w-0">
          <h1 className="text-2xl font-bold">{QUESTIONS[question].label}</h1>
          <p className="text-soft">{asks}</p>
        </div>
        <ActLink
          act="export_lists"
          href={`/api/fleet?${new URLSearchParams({ ...asked, ask: question })}`}
          download
        >
          <Download size={18} aria-hidden="true" />
          CSV
        </ActLink>
        <PrintButton />
      </div>
      <NavStrip label="Questions" here={question} className="border-b">
        {(Object.keys(QUESTIONS) as Question[]).map((one) => (
          <Link
            key={one}
            href={addressOf(one)}
            aria-current={one === question ? 'page' : undefined}
            className={clsx(
              'grid min-h-12 shrink-0 place-items-center border-b-4 px-4 hover:bg-harbour-wash',
              one === question ? 'border-harbour font-semibold' : 'border-transparent',
            )}
          >
            {QUESTIONS[one].label}
          </Link>
        ))}
      </NavStrip>
      {children}
    </main>
  );
}
