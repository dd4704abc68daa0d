'use client';

import { clsx } from 'clsx';
import { useMemo, useState } from 'react';
import type { ColdVehicle, ColdView } from '@/core/exchange/fleet-views';
import { type ColdMorning, coldMorning } from '@/core/history/cold-start';
import { dayWords } from '@/core/quantity/day';
import { formatQuantity } from '@/core/quantity/format';
import { fahrenheitFromCelsius } from '@/core/quantity/temperature';
import { Link } from '@/ui/link';
import { useSite } from '@/ui/site';
import { StartRun } from '@/ui/start-run';
import { MorningsFile } from './mornings-file';

const COLDEST_C = -30;
const WARMEST_C = 15;

const STANDINGS = {
  will_not: { title: 'Will not start', look: 'border-l-retire text-retire' },
  at_risk: { title: 'At risk', look: 'border-l-warn text-warn' },
  starts: { title: 'Start', look: 'border-l-serve text-serve' },
} as const;

interface Row {
  readonly vehicle: ColdVehicle;
  readonly morning: ColdMorning;
}

/** What starts at a temperature and what does not, with what would help: a slider, and the mornings to come. */
export function ColdAnswer({ cold: { vehicles, mornings, isOwn } }: { readonly cold: ColdView }) {
  const coldest = mornings.reduce((low, one) => (one.lowC < low.lowC ? one : low), mornings[0] ?? NO_MORNING);
  const [celsius, setCelsius] = useState(coldest.lowC);
  const { temperatureUnit } = useSite();
  const shown = (value: number) =>
    formatQuantity(temperatureUnit === '°F' ? fahrenheitFromCelsius(value) : value, temperatureUnit, {
      decimals: 0,
    });
  const rows = useMemo(
    () =>
      vehicles
        .map((vehicle): Row => ({ vehicle, morning: coldMorning(vehicle.ready, celsius) }))
        .sort((one, other) => one.morning.chance - other.morning.chance),
    [vehicles, celsius],
  );
  if (vehicles.length === 0)
    return (
      <p className="text-soft">No vehicle with an engine carries a battery of which something is known.</p>
    );
  return (
    <>
      <section aria-label="How cold" className="sheet grid gap-3 p-4">
        <div className="flex flex-wrap items-end gap-x-8 gap-y-3">
          <p className="figures text-5xl font-semibold" aria-live="polite">
            {shown(celsius)}
          </p>
          <label className="grid min-w-64 grow gap-1">
            <span className="heading">Lowest of the morning</span>
            <input
              type="range"
              min={COLDEST_C}
              max={WARMEST_C}
              value={celsius}
              aria-valuetext={shown(celsius)}
              onChange={({ target }) => setCelsius(Number(target.value))}
              className="h-10 w-full accent-harbour"
            />
          </label>
        </div>
        <div className="flex flex-wrap gap-2">
          {mornings.map(({ day, lowC }) => (
            <button
              key={day}
              type="button"
              aria-pressed={lowC === celsius}
              onClick={() => setCelsius(lowC)}
              className={clsx(
                'grid min-h-14 place-items-center rounded-md border px-4 hover:bg-harbour-wash',
                lowC === celsius && 'border-2 border-harbour bg-harbour-wash',
              )}
            >
              <span className="text-sm text-soft">{dayWords(day)}</span>
              <span className="figures text-lg font-semibold">{shown(lowC)}</span>
            </button>
          ))}
        </div>
        <p className="text-sm text-soft">
          {isOwn ? 'Mornings of the site’s own file.' : 'Simulated mornings of a mild coast.'} What starts is
          worked out from health, charge and what the engine asks; local codes, the maker’s instructions and
          licensed practice decide.
        </p>
        <MorningsFile isOwn={isOwn} />
      </section>
      {(['will_not', 'at_risk', 'starts'] as const).map((standing) => (
        <Standing
          key={standing}
          standing={standing}
          rows={rows.filter(({ morning }) => morning.standing === standing)}
        />
      ))}
    </>
  );
}

/** A chance of starting in whole percent: nobody needs it finer. */
const startShown = (chance: number) => formatQuantity(Math.round(100 * chance), '%');

const NO_MORNING = { day: '', lowC: -10 };

function Standing({
  standing,
  rows,
}: {
  readonly standing: keyof typeof STANDINGS;
  readonly rows: readonly Row[];
}) {
  const { title, look } = STANDINGS[standing];
  if (rows.length === 0) return null;
  return (
    <section aria-label={title} className={clsx('sheet border-l-8', look)}>
      <h2 className="flex items-baseline gap-3 border-b px-4 py-2 text-xl font-semibold">
        {title} <span className="figures text-base font-normal text-soft">{rows.length}</span>
      </h2>
      {standing === 'starts' ? (
        <p className="px-4 py-3 text-ink">
          {rows.map(({ vehicle: { id, name }, morning }) => (
            <Link
              key={id}
              href={`/vehicles/${id}`}
              className="mr-4 inline-block py-1 underline underline-offset-4"
            >
              {name} <span className="figures text-soft">{startShown(morning.chance)}</span>
            </Link>
          ))}
        </p>
      ) : (
        <ul className="divide-y text-ink">
          {rows.map((row) => (
            <Vehicle key={row.vehicle.id} row={row} />
          ))}
        </ul>
      )}
    </section>
  );
}

function Vehicle({ row: { vehicle, morning } }: { readonly row: Row }) {
  const { unitId, after, help } = morning;
  return (
    <li className="grid items-center gap-x-6 gap-y-2 px-4 py-2 md:grid-cols-[16rem_7rem_minmax(0,1fr)_auto]">
      <Link href={`/vehicles/${vehicle.id}`} className="font-semibold underline underline-offset-4">
        {vehicle.name}
      </Link>
      <span className="figures text-2xl font-semibold whitespace-nowrap">{startShown(morning.chance)}</span>
      <span>
        {helpWords(morning, unitId === null ? null : (vehicle.tags[unitId] ?? null))}
        {help !== 'none_helps' && (
          <>
            {' '}
            Then <span className="figures font-semibold">{startShown(after)}</span>.
          </>
        )}
        {!vehicle.measured && (
          <span className="text-soft"> What it asks is by its kind of engine: no start was measured.</span>
        )}
      </span>
      {unitId !== null && <StartRun batteryId={unitId} label={`Test ${vehicle.tags[unitId]}`} />}
    </li>
  );
}

function helpWords({ help }: ColdMorning, tag: string | null): string {
  switch (help) {
    case 'charge':
      return tag === null ? 'It only needs its batteries charged.' : `It only needs ${tag} charged.`;
    case 'replace':
      return `A charge is not enough: ${tag ?? 'one of its batteries'} is to be replaced.`;
    case 'none_helps':
      return 'No charge and no single new battery helps enough: read the vehicle.';
    case 'nothing':
      return '';
  }
}
