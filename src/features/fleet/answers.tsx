import { clsx } from 'clsx';
import Link from 'next/link';
import { batteryTypeLabel } from '@/core/battery/construction';
import type { IdleBattery, ReadsOff, Wanted, WearingVehicle } from '@/core/exchange/fleet-views';
import { monthWords } from '@/core/history/outlook-words';
import { formatQuantity } from '@/core/quantity/format';
import { ListTable } from '@/ui/list-table';
import { Moment } from '@/ui/moment';

const CELL = 'px-4 py-3';

/** What is to be bought, month by month, with the units that it is for. */
export function WantedAnswer({ wanted }: { readonly wanted: readonly Wanted[] }) {
  if (wanted.length === 0)
    return <p className="text-soft">No unit in a vehicle is expected to cross the line within a year.</p>;
  const months = [...new Set(wanted.map(({ month }) => month))];
  return (
    <div className="grid gap-4">
      {months.map((month, at) => {
        const some = wanted.filter((one) => one.month === month);
        const count = some.reduce((sum, { units }) => sum + units.length, 0);
        return (
          <section key={month} aria-label={monthWords(Date.parse(`${month}-15`))} className="sheet">
            <h2 className="flex items-baseline gap-3 border-b px-4 py-2 text-lg font-semibold">
              {monthWords(Date.parse(`${month}-15`))}
              <span className="figures text-base font-normal text-soft">
                {count} {count === 1 ? 'unit' : 'units'}
                {at === 0 && ', those that have crossed already among them'}
              </span>
            </h2>
            <ul className="divide-y">
              {some.map(({ type, rating, units }) => (
                <li
                  key={`${type} ${rating}`}
                  className="grid items-baseline gap-x-6 gap-y-1 px-4 py-2 sm:grid-cols-[3rem_16rem_12rem_minmax(0,1fr)]"
                >
                  <span className="figures text-2xl font-semibold">{units.length}</span>
                  <span className="font-semibold">{type}</span>
                  <span className="figures">{rating}</span>
                  <span className="text-sm">
                    {units.map(({ id, tag, where }) => (
                      <Link
                        key={id}
                        href={`/batteries/${id}`}
                        className="mr-3 inline-block py-1 whitespace-nowrap underline underline-offset-4"
                      >
                        <span className="figures">{tag}</span> <span className="text-soft">{where}</span>
                      </Link>
                    ))}
                  </span>
                </li>
              ))}
            </ul>
          </section>
        );
      })}
    </div>
  );
}

/** Below this share of what others last, a vehicle is hard on its batteries. */
const HARD = 0.75;

/** How long batteries last in each vehicle, against the fleet, and what is open on it. */
export function VehiclesAnswer({ vehicles }: { readonly vehicles: readonly WearingVehicle[] }) {
  if (vehicles.length === 0)
    return <p className="text-soft">No vehicle has used up two batteries yet, as far as is noted here.</p>;
  return (
    <div className="sheet overflow-x-auto">
      <ListTable
        headings={['Vehicle', 'Batteries gone', 'Each lasted', 'Against the fleet', 'What is open on it']}
        cellClass={CELL}
      >
        {vehicles.map(({ id, name, gone, meanYears, times, cautions }) => (
          <tr key={id} className="hover:bg-harbour-wash">
            <td className={CELL}>
              <Link
                href={`/vehicles/${id}`}
                className="font-semibold whitespace-nowrap underline underline-offset-4"
              >
                {name}
              </Link>
            </td>
            <td className={clsx('figures', CELL)}>{gone}</td>
            <td className={clsx('figures whitespace-nowrap', CELL)}>{meanYears.toFixed(1)} years</td>
            <td className={clsx('figures', CELL, times < HARD && 'font-semibold text-retire')}>
              {formatQuantity(100 * times, '%')}
            </td>
            <td className={CELL}>
              {cautions.length === 0 ? (
                <span className="text-soft">–</span>
              ) : (
                cautions.map(({ cause, text }) => (
                  <span key={cause} className="block text-warn">
                    {text}
                  </span>
                ))
              )}
            </td>
          </tr>
        ))}
      </ListTable>
    </div>
  );
}

/** What stands unused, by when it is to be charged again. */
export function IdleAnswer({
  idle,
  nowMs,
}: {
  readonly idle: readonly IdleBattery[];
  readonly nowMs: number;
}) {
  if (idle.length === 0) return <p className="text-soft">Nothing that could go to work stands unused.</p>;
  return (
    <div className="sheet overflow-x-auto">
      <ListTable
        headings={['Tag', 'Place', 'Read', 'Charge then', 'Charge now, about', 'Charge again by']}
        cellClass={CELL}
      >
        {idle.map(({ battery, readAtMs, readPct, nowPct, topUpByMs }) => (
          <tr key={battery.id} className="hover:bg-harbour-wash">
            <td className={CELL}>
              <Link
                href={`/batteries/${battery.id}`}
                className="figures font-semibold whitespace-nowrap underline underline-offset-4"
              >
                {battery.tag}
              </Link>{' '}
              <span className="text-sm text-soft">{batteryTypeLabel(battery.type)}</span>
            </td>
            <td className={CELL}>{battery.place || '–'}</td>
            <td className={clsx('whitespace-nowrap', CELL)}>
              <Moment atMs={readAtMs} as="day" />
            </td>
            <td className={clsx('figures', CELL)}>{formatQuantity(readPct, '%')}</td>
            <td className={clsx('figures', CELL)}>{formatQuantity(nowPct, '%')}</td>
            <td className={clsx('whitespace-nowrap', CELL, topUpByMs < nowMs && 'font-semibold text-warn')}>
              <Moment atMs={topUpByMs} as="day" />
              {topUpByMs < nowMs && ', overdue'}
            </td>
          </tr>
        ))}
      </ListTable>
    </div>
  );
}

const WHAT = { instrument: 'Instrument', technician: 'Hand', season: 'Temperature' } as const;

/** What reads high or low over the fleet, and how surely. */
export function InstrumentsAnswer({ off }: { readonly off: readonly ReadsOff[] }) {
  if (off.length === 0)
    return (
      <p className="text-soft">
        Not told yet: ten batteries that were tested twice, and forty tests in all, tell instruments apart.
      </p>
    );
  return (
    <>
      <div className="sheet overflow-x-auto">
        <ListTable headings={['What', 'Name', 'Reads', 'Rests on', '']} cellClass={CELL}>
          {off.map(({ what, name, pct, sd, readings, isTold }) => (
            <tr key={`${what} ${name}`} className={isTold ? 'font-semibold' : 'text-soft'}>
              <td className={CELL}>{WHAT[what]}</td>
              <td className={CELL}>{name}</td>
              <td className={clsx('figures whitespace-nowrap', CELL)}>
                {Math.abs(pct).toFixed(1)} ± {sd.toFixed(1)} points {pct >= 0 ? 'high' : 'low'}
              </td>
              <td className={clsx('figures whitespace-nowrap', CELL)}>{readings} tests</td>
              <td className={CELL}>{isTold ? 'certain, and enough to matter' : 'within what chance does'}</td>
            </tr>
          ))}
        </ListTable>
      </div>
      <p className="text-sm text-soft">
        Against each battery’s own life. Readings tell instruments apart, not which of them is right: the
        middle one is taken to be. What stands here is taken out of every forecast, never out of a verdict.
        Hands are compared for handling, not for blame.
      </p>
    </>
  );
}
