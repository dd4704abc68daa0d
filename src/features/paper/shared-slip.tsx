'use client';

import type { Slip } from '@/core/report/slip';
import { PrintButton } from '@/ui/print-button';
import type { CodeOutline } from '@/ui/scan-code';
import { SlipSheet } from './slip-sheet';

/** One slip for a customer, under an address of its own; nothing leads from it into the shop. */
export function SharedSlip({
  slip,
  code,
}: {
  readonly slip: Slip | null;
  readonly code: CodeOutline | null;
}) {
  if (!slip || !code)
    return (
      <main className="mx-auto grid min-h-dvh max-w-xl content-center gap-2 px-4">
        <h1 className="text-2xl font-semibold">This slip is not shared any more</h1>
        <p className="text-soft">
          Its time has ended, or it was taken back. Ask the shop for another address.
        </p>
      </main>
    );
  return (
    <main className="mx-auto grid max-w-4xl grid-cols-[minmax(0,1fr)] gap-4 px-4 py-4 print:max-w-none print:p-0">
      <div className="no-print flex justify-end">
        <PrintButton />
      </div>
      <SlipSheet slip={slip} code={code} />
    </main>
  );
}
