'use client';

import { useState } from 'react';
import { type BatterySpec, specOf } from '@/core/battery/battery';
import { loadAtReference } from '@/core/correction/load-at-reference';
import type { BatteryStory, LoadRecord } from '@/core/exchange/views';
import { formatQuantity } from '@/core/quantity/format';
import { type RecordedLoad, TraceOverlay } from '@/ui/charts/trace-overlay';
import { Choices } from '@/ui/choices';
import { Moment, useMoments } from '@/ui/moment';

/** The recorded load tests of a battery over each other: brought to one temperature and charge, or as they fell. */
export function LoadTraces({ story }: { readonly story: BatteryStory }) {
  const words = useMoments();
  const [as, setAs] = useState<'brought' | 'raw'>('brought');
  const { loads } = story;
  if (loads.length === 0) return null;
  const named = loads.flatMap((load): RecordedLoad[] => {
    const trace = as === 'raw' ? load.trace : brought(load, story);
    return trace ? [{ name: words(load.atMs, 'day'), trace }] : [];
  });
  const left = loads.length - named.length;
  return (
    <section aria-label="Load traces" className="sheet grid gap-2 p-4">
      <div className="flex flex-wrap items-center gap-3">
        <h2 className="heading mr-auto">Load tests over each other; the newest strong</h2>
        <Choices
          legend="How they are shown"
          hideLegend
          name="load-traces"
          chosen={as}
          choices={[
            { value: 'brought', label: 'At 25 °C, full' },
            { value: 'raw', label: 'As they fell' },
          ]}
          onChoose={setAs}
        />
      </div>
      <TraceOverlay loads={named} />
      <p className="text-sm text-soft">
        {as === 'raw'
          ? 'Uncorrected: a cold or half-charged battery falls lower than it is weak.'
          : 'Brought to 25 °C and full charge under the current of each: what still differs is the battery.'}
        {left > 0 && ` ${left} without a charge that was read ${left === 1 ? 'is' : 'are'} left out.`}
      </p>
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

/** A load brought to 25 °C and full charge by what its own run read; null where that read no charge. */
function brought({ runId, amps, trace }: LoadRecord, { battery, runs }: BatteryStory) {
  const spec: BatterySpec | undefined = specOf(battery);
  const estimates = runs.find(({ run }) => run.id === runId)?.assessment?.assessment.estimates;
  if (!spec || spec.c20Ah === null || !estimates?.charge || estimates.temperatureC === null || amps <= 0)
    return null;
  const { construction, nominalVolts, c20Ah } = spec;
  const course = trace.map(([seconds, volts]) => [seconds, volts] as const);
  return loadAtReference(course, {
    construction,
    nominalVolts,
    c20Ah,
    amps,
    temperatureC: estimates.temperatureC,
    chargePct: estimates.charge.pct,
  }).map(([seconds, volts]) => [seconds, volts, null] as const);
}
