'use client';

import type { LoadRecord } from '@/core/exchange/views';
import { formatQuantity } from '@/core/quantity/format';
import { TraceOverlay } from '@/ui/charts/trace-overlay';
import { Moment, useMoments } from '@/ui/moment';

/** The recorded load tests of a battery over each other, each with its figures and its file. */
export function LoadTraces({ loads }: { readonly loads: readonly LoadRecord[] }) {
  const words = useMoments();
  if (loads.length === 0) return null;
  const named = loads.map(({ atMs, trace }) => ({ name: words(atMs, 'day'), trace }));
  return (
    <section aria-label="Load traces" className="sheet grid gap-2 p-4">
      <h2 className="heading">Load tests as they fell, uncorrected; the newest strong</h2>
      <TraceOverlay loads={named} />
      <ul className="grid gap-x-6 sm:grid-cols-2">
        {loads.map(({ readingId, runId, atMs, volts, amps, instrument, forced }) => (
          <li key={readingId} className="flex flex-wrap items-baseline gap-x-3 border-t py-1">
            <Moment atMs={atMs} />
            <span className="figures">{formatQuantity(volts, 'V')}</span>
            <span className="figures text-soft">{formatQuantity(amps, 'A')}</span>
            <span className="text-sm text-soft">{forced ? `${instrument}, forced` : instrument}</span>
            <a href={`/api/runs/${runId}/trace?reading=${readingId}`} download className="ml-auto underline">
              CSV
            </a>
          </li>
        ))}
      </ul>
    </section>
  );
}
