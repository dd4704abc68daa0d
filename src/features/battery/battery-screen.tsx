'use client';

import { type BatterySpec, specOf } from '@/core/battery/battery';
import { batteryTypeLabel } from '@/core/battery/construction';
import { crankingRating } from '@/core/battery/cranking-rating';
import { amperesToDischarge, ratedMinutes } from '@/core/battery/discharge-time';
import { DUTY_LABELS, dutyOf } from '@/core/battery/duty';
import { loadToSet } from '@/core/battery/load-to-set';
import { convertRating, RATING_STANDARDS, STANDARD_FACTS } from '@/core/battery/rating-standard';
import type { BatteryRecord, BatteryStory } from '@/core/exchange/views';
import { dayWords } from '@/core/quantity/day';
import { formatMinutes, formatNumber, formatQuantity } from '@/core/quantity/format';
import type { HouseRules } from '@/core/rules/house-rules';
import { VEHICLE_CLASSES } from '@/core/vehicle/vehicle';
import { ActLink } from '@/ui/act-link';
import { buttonClass } from '@/ui/button';
import { Link } from '@/ui/link';
import { PutOnLink } from '@/ui/put-on-link';
import { StartRun } from '@/ui/start-run';
import { CapacityCard } from './capacity-card';
import { LifeCard } from './life-card';
import { LoadTraces } from './load-traces';
import { ReferenceCard } from './reference-card';
import { RunTable } from './run-table';
import { WarrantyCard } from './warranty-card';

/** A battery's whole story: what its label says, what it measured, run by run. */
export function BatteryScreen({ story }: { readonly story: BatteryStory }) {
  const { battery, runs } = story;
  const spec = specOf(battery);
  const open = runs.find(({ run }) => run.finishedAtMs === null);
  return (
    <main className="print-list mx-auto grid max-w-7xl gap-5 px-4 py-5">
      <div className="flex flex-wrap items-end gap-x-3 gap-y-3">
        <div className="mr-auto min-w-0">
          <h1 className="figures text-3xl font-bold break-all">{battery.tag}</h1>
          <p className="text-lg break-words text-soft">{battery.place || 'No place noted'}</p>
          <Places slots={story.slots} />
        </div>
        <Link href={`/journal?about=${battery.id}`} className={buttonClass('quiet')}>
          Journal
        </Link>
        <ActLink act="register" href={`/batteries/${battery.id}/label`} tone="quiet">
          Correct the label
        </ActLink>
        <ActLink act="export_lists" href={`/labels?battery=${battery.id}`}>
          Print a label
        </ActLink>
        {runs.length > 0 && (
          <a href={`/api/readings?battery=${battery.id}`} download className={buttonClass('plain')}>
            CSV
          </a>
        )}
        {spec && <PutOnLink tag={battery.tag} />}
        {open && (
          <Link href={`/bench/${open.run.id}`} className={buttonClass('main', true)}>
            Go on with its run
          </Link>
        )}
        {!open && spec && <StartRun batteryId={battery.id} />}
      </div>
      {!spec && (
        <p className="rounded-md border border-warn bg-warn-wash px-4 py-3 text-warn">
          This is a {batteryTypeLabel(battery.type).toLowerCase()} battery. It is recorded here, but never
          graded: these rules are for lead-acid batteries only.
        </p>
      )}
      <WarrantyCard story={story} />
      {spec && story.outlook && <LifeCard story={story} outlook={story.outlook} />}
      <div className="grid items-start gap-5 lg:grid-cols-[minmax(0,1fr)_minmax(0,1.7fr)]">
        <div className="grid gap-5">
          <Identity battery={battery} rules={story.rules} />
          {spec && dutyOf(spec) !== 'deep_cycle' && <ReferenceCard story={story} />}
        </div>
        <div className="grid gap-5">
          {spec && (dutyOf(spec) === 'both' || story.held) && <CapacityCard story={story} />}
          <LoadTraces story={story} />
        </div>
      </div>
      <section aria-label="Runs" className="grid gap-2">
        <h2 className="text-xl font-semibold">Runs</h2>
        {runs.length === 0 ? (
          <p className="text-soft">It has not been tested yet.</p>
        ) : (
          <RunTable runs={runs} opened={story.opened} />
        )}
      </section>
    </main>
  );
}

function Identity({ battery, rules }: { readonly battery: BatteryRecord; readonly rules: HouseRules }) {
  const spec = specOf(battery);
  const load = spec && loadToSet(spec, rules.load);
  const facts: readonly (readonly [string, string])[] = [
    ['Type', `${batteryTypeLabel(battery.type)}, ${battery.nominalVolts} V`],
    ['Capacity', battery.c20Ah === null ? '–' : formatQuantity(battery.c20Ah, 'Ah')],
    ['Reserve', battery.rcMinutes === null ? '–' : formatQuantity(battery.rcMinutes, 'min')],
    ...(spec && dutyOf(spec) !== 'starting' ? [['For', DUTY_LABELS[dutyOf(spec)]] as const] : []),
    spec && dutyOf(spec) === 'deep_cycle'
      ? ['Discharge at', dischargeWords(spec)]
      : ['Load to set', load ? formatQuantity(load.amps, 'A') : '–'],
    ['Model', battery.model || '–'],
    ['Group', battery.group || '–'],
    ['Slot asks for', slotWords(battery)],
    ['Date code', battery.dateCode || '–'],
    ['Fitted on', battery.fittedOn === null ? '–' : dayWords(battery.fittedOn)],
    ['Warranty to', battery.warrantyTo == null ? '–' : dayWords(battery.warrantyTo)],
  ];
  return (
    <section aria-label="Label" className="sheet grid gap-4 p-4">
      <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1.5">
        {facts.map(([name, value]) => (
          <div key={name} className="contents">
            <dt className="text-soft">{name}</dt>
            <dd className="break-words">{value}</dd>
          </div>
        ))}
      </dl>
      {spec && (battery.ratings.length > 0 || dutyOf(spec) !== 'deep_cycle') && <Ratings battery={battery} />}
    </section>
  );
}

/** What a discharge draws from it, and how long a new one of its label lasts. */
function dischargeWords(spec: BatterySpec): string {
  const amps = amperesToDischarge(spec);
  const rated = ratedMinutes(spec, amps);
  const lasts = rated === undefined ? '' : `; a new one lasts ${formatMinutes(rated)}`;
  return `${formatQuantity(amps, 'A', { decimals: Number.isInteger(amps) ? 0 : 1 })}${lasts}`;
}

function slotWords({ slot }: BatteryRecord): string {
  if (!slot) return '–';
  const { type, rating } = slot;
  const words = [type && batteryTypeLabel(type), rating && `${rating.amps} A ${rating.standard}`];
  return words.filter((word) => word !== null).join(', ');
}

/** The label's own ratings, and what they are about in the other standards. */
function Ratings({ battery }: { readonly battery: BatteryRecord }) {
  const spec = specOf(battery);
  const rating = spec && crankingRating(spec);
  if (!rating) return <p className="text-soft">No rating or capacity is known, so no load can be set.</p>;
  const from = rating.printed ?? { standard: 'SAE' as const, amps: rating.saeAmps };
  const fromCapacity = rating.basis === 'capacity';
  return (
    <div className="grid gap-1.5">
      <h2 className="heading">Cranking current, A</h2>
      <table className="w-full">
        <tbody>
          {RATING_STANDARDS.map((standard) => {
            const printed = battery.ratings.find((own) => own.standard === standard);
            const converted = convertRating(from.amps, from.standard, standard);
            const approximate = !printed && (converted.approximate || fromCapacity);
            return (
              <tr
                key={standard}
                className={printed ? 'font-semibold' : 'text-soft'}
                title={STANDARD_FACTS[standard].asks}
              >
                <th scope="row" className="py-0.5 text-left font-inherit">
                  {standard}
                </th>
                <td className="figures text-right">
                  {approximate && '≈ '}
                  {formatNumber(printed?.amps ?? converted.amps, 'A')}
                </td>
                <td className="figures pl-4 text-right text-sm">
                  {printed
                    ? 'on the label'
                    : approximate && !fromCapacity
                      ? `${formatNumber(converted.lowAmps, 'A')} to ${formatNumber(converted.highAmps, 'A')}`
                      : ''}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {fromCapacity && <p className="text-sm text-soft">Guessed from the capacity, ±20 %.</p>}
    </div>
  );
}

/** The vehicles that it has been in, with the days. */
function Places({ slots }: { readonly slots: BatteryStory['slots'] }) {
  if (slots.length === 0) return null;
  return (
    <ul className="text-sm text-soft">
      {slots.map(({ vehicle, name, fromOn, toOn }) => (
        <li key={`${vehicle.id} ${name} ${fromOn}`}>
          {VEHICLE_CLASSES[vehicle.class]} ·{' '}
          <Link href={`/vehicles/${vehicle.id}`} className="underline underline-offset-4">
            {vehicle.name}
          </Link>
          {[name, vehicle.site].filter((part) => part !== '').map((part) => ` · ${part}`)}
          <span className="figures">
            {' '}
            {dayWords(fromOn)} to {toOn === null ? 'now' : dayWords(toOn)}
          </span>
        </li>
      ))}
    </ul>
  );
}
