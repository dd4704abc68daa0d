'use client';

import { FileText } from 'lucide-react';
import type { SharedAddress } from '@/core/exchange/people-views';
import type { Audience, Slip } from '@/core/report/slip';
import { buttonClass } from '@/ui/button';
import { Link } from '@/ui/link';
import { PrintButton } from '@/ui/print-button';
import type { CodeOutline } from '@/ui/scan-code';
import { ShareSlip } from './share-slip';
import { SlipSheet } from './slip-sheet';

const AUDIENCES: readonly (readonly [Audience, string])[] = [
  ['shop', 'For the shop'],
  ['customer', 'For the customer'],
];

/** A run as a page for the work order or the customer, as it is printed. */
export function SlipScreen({
  slip,
  code,
  shares,
}: {
  readonly slip: Slip;
  readonly code: CodeOutline;
  /** The addresses under which customers see it; null while the run is not finished. */
  readonly shares: readonly SharedAddress[] | null;
}) {
  return (
    <main className="mx-auto grid max-w-4xl grid-cols-[minmax(0,1fr)] gap-4 px-4 py-4 print:max-w-none print:p-0">
      <div className="no-print flex flex-wrap items-center gap-2">
        <Link href={`/bench/${slip.runId}`} className={buttonClass('quiet')}>
          Back to the run
        </Link>
        <nav aria-label="Wording" className="mr-auto flex flex-wrap gap-1">
          {AUDIENCES.map(([audience, words]) => (
            <Link
              key={audience}
              href={`?for=${audience}`}
              replace
              aria-current={slip.audience === audience ? 'page' : undefined}
              className={buttonClass(slip.audience === audience ? 'main' : 'plain')}
            >
              {words}
            </Link>
          ))}
        </nav>
        <a href={`/api/runs/${slip.runId}/file`} download className={buttonClass('quiet')}>
          Run as a file
        </a>
        <a
          href={`/api/runs/${slip.runId}/slip?for=${slip.audience}`}
          target="_blank"
          className={buttonClass()}
          rel="noopener"
        >
          <FileText size={18} aria-hidden="true" /> PDF
        </a>
        <PrintButton />
      </div>
      <SlipSheet slip={slip} code={code} />
      {shares && <ShareSlip runId={slip.runId} shares={shares} />}
    </main>
  );
}
