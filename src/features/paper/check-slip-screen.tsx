'use client';

import type { NamedStill } from '@/core/exchange/recording-views';
import type { CheckSlip } from '@/core/report/check-slip';
import { buttonClass } from '@/ui/button';
import { StillTrace } from '@/ui/charts/still-trace';
import { Link } from '@/ui/link';
import { Moment } from '@/ui/moment';
import { PrintButton } from '@/ui/print-button';
import { type CodeOutline, ScanCode } from '@/ui/scan-code';
import { useWords } from '@/ui/site';

/** A check as a page for the work order, as it is printed: before and after side by side. */
export function CheckSlipScreen({
  slip,
  code,
  stills,
}: {
  readonly slip: CheckSlip;
  readonly code: CodeOutline;
  /** Its recordings, a picture each. */
  readonly stills: readonly NamedStill[];
}) {
  const words = useWords();
  return (
    <main className="mx-auto grid max-w-4xl grid-cols-[minmax(0,1fr)] gap-4 px-4 py-4 print:max-w-none print:p-0">
      <div className="no-print flex flex-wrap items-center gap-2">
        <Link href={`/checks/${slip.runId}`} className={`${buttonClass('quiet')} mr-auto`}>
          Back to the check
        </Link>
        <a href={`/api/checks/${slip.runId}/label`} target="_blank" rel="noopener" className={buttonClass()}>
          Label
        </a>
        <PrintButton />
      </div>
      <article className="sheet grid grid-cols-[minmax(0,1fr)] gap-4 p-6 max-sm:p-3 print:border-0 print:p-0 print:text-[13px]">
        <header className="flex items-start justify-between gap-4">
          <div className="min-w-0">
            {slip.from.length > 0 && <p className="text-sm text-soft">{slip.from.join(', ')}</p>}
            <p className="font-semibold text-harbour">Check of a vehicle</p>
            <h1 className="text-3xl font-bold break-words">{slip.vehicle}</h1>
            <p className="text-soft">
              {slip.what} · {slip.finished ? 'checked' : 'not finished yet, as it stood'}{' '}
              <Moment atMs={slip.atMs} /> by {slip.by}
            </p>
          </div>
          <ScanCode
            code={code}
            label="Code that leads back to this check"
            className="w-28 shrink-0 max-sm:w-20"
          />
        </header>
        <section aria-label="Causes" className="border-l-8 border-line-strong bg-sunk p-4 print:bg-white">
          {slip.causes.map(([cause, chance], at) => (
            <p key={cause} className={at === 0 ? 'text-2xl font-bold' : 'text-lg'}>
              {cause} <span className="figures font-normal text-soft">{chance}</span>
            </p>
          ))}
          {slip.indicative && <p>Indicative: the battery was low while it was read.</p>}
          {slip.actions.length > 0 && (
            <ol className="mt-2 grid list-decimal gap-1 pl-5">
              {slip.actions.map((action) => (
                <li key={action}>{words(action)}</li>
              ))}
            </ol>
          )}
        </section>
        <Lines slip={slip} />
        {stills.map(({ id, name, still }) => (
          <section key={id} aria-label={name} className="break-inside-avoid">
            <h2 className="heading">Recorded: {name}</h2>
            <StillTrace still={still} label={`Recorded start: ${name}`} />
          </section>
        ))}
        <footer className="border-t pt-2 text-sm text-soft">
          <p>
            Judged by {slip.rules}; core {slip.core}. Drops are brought to the full current of their path.
          </p>
          <p>{slip.closing}</p>
        </footer>
      </article>
    </main>
  );
}

function Lines({ slip: { lines, beforeMs } }: { readonly slip: CheckSlip }) {
  const words = useWords();
  if (lines.length === 0) return <p className="text-soft">Nothing has been read yet.</p>;
  return (
    <div className="overflow-x-auto">
      <table className="w-full text-left">
        <thead>
          <tr className="border-b">
            <th scope="col" className="heading py-1 pr-4">
              Reading
            </th>
            {beforeMs !== null && (
              <th scope="col" className="heading py-1 pr-4">
                Before, <Moment atMs={beforeMs} as="day" />
              </th>
            )}
            <th scope="col" className="heading py-1 pr-4">
              Now
            </th>
            <th scope="col" className="heading py-1">
              What it says
            </th>
          </tr>
        </thead>
        <tbody className="divide-y">
          {lines.map(({ name, before, now, says, isWrong }) => (
            <tr key={name}>
              <th scope="row" className="py-1 pr-4 font-normal">
                {name}
              </th>
              {beforeMs !== null && <td className="figures py-1 pr-4 text-soft">{before ?? '–'}</td>}
              <td className="figures py-1 pr-4 font-semibold whitespace-nowrap">{now ?? '–'}</td>
              <td className={`py-1 text-sm ${isWrong ? 'font-semibold' : 'text-soft'}`}>{words(says)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
