import { clsx } from 'clsx';
import { batteryTypeLabel } from '@/core/battery/construction';
import type { IdleBattery, WarrantyClaim, WearingVehicle } from '@/core/exchange/fleet-views';
import { dayWords } from '@/core/quantity/day';
import { formatQuantity } from '@/core/quantity/format';
import { formatMoney } from '@/core/quantity/money';
import { Link } from '@/ui/link';
import { ListTable } from '@/ui/list-table';
import { Moment } from '@/ui/moment';
import { addressOf } from './questions';

const CELL = 'px-4 py-3';

/** Below this share of what others last, a vehicle is hard on its batteries. */
const HARD = 0.75;

/** How long batteries last in each vehicle, against the fleet, and what is open on it. */
export function VehiclesAnswer({
  vehicles,
  currency,
}: {
  readonly vehicles: readonly WearingVehicle[];
  readonly currency: string;
}) {
  if (vehicles.length === 0)
    return <p className="text-soft">No vehicle has used up two batteries yet, as far as is noted here.</p>;
  return (
    <div className="sheet overflow-x-auto">
      <ListTable
        headings={[
          'Vehicle',
          'Batteries gone',
          'Each lasted',
          'Against the fleet',
          'Cost',
          'What is open on it',
        ]}
        cellClass={CELL}
      >
        {vehicles.map(({ id, name, gone, meanYears, times, cost, cautions }) => (
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
            <td className={clsx('figures', CELL)}>{formatMoney(cost, currency)}</td>
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
  celsius,
  nowMs,
}: {
  readonly idle: readonly IdleBattery[];
  readonly celsius: number;
  readonly nowMs: number;
}) {
  if (idle.length === 0) return <p className="text-soft">Nothing that could go to work stands unused.</p>;
  return (
    <>
      <StoreTemperature celsius={celsius} />
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
    </>
  );
}

const STORES_C = [0, 10, 20, 30];

/** How warm the store is: what stands warm runs down sooner. */
function StoreTemperature({ celsius }: { readonly celsius: number }) {
  return (
    <nav aria-label="Store temperature" className="flex flex-wrap items-center gap-1">
      <span className="heading mr-1">The store is at</span>
      {STORES_C.map((one) => (
        <Link
          key={one}
          href={`${addressOf('idle')}?${new URLSearchParams({ celsius: String(one) })}`}
          aria-current={one === celsius ? 'true' : undefined}
          className={clsx(
            'figures no-print grid min-h-12 place-items-center rounded-md border px-4 hover:bg-harbour-wash',
            one === celsius ? 'border-2 border-harbour bg-harbour-wash font-semibold' : 'border-line-strong',
          )}
        >
          {formatQuantity(one, '°C', { decimals: 0 })}
        </Link>
      ))}
    </nav>
  );
}

/** What was retired within its warranty, with its slips. */
export function WarrantyAnswer({ claims }: { readonly claims: readonly WarrantyClaim[] }) {
  if (claims.length === 0)
    return (
      <p className="text-soft">
        Nothing was retired within its warranty. The last day of a warranty is noted on the label of a
        battery.
      </p>
    );
  return (
    <div className="sheet overflow-x-auto">
      <ListTable
        headings={['Tag', 'Model', 'Fitted on', 'Warranty to', 'Retired on', 'Slips']}
        cellClass={CELL}
      >
        {claims.map(({ battery, warrantyTo, retiredMs, runs }) => (
          <tr key={battery.id} className="hover:bg-harbour-wash">
            <td className={CELL}>
              <Link
                href={`/batteries/${battery.id}`}
                className="figures font-semibold whitespace-nowrap underline underline-offset-4"
              >
                {battery.tag}
              </Link>
            </td>
            <td className={CELL}>{battery.model || '–'}</td>
            <td className={clsx('whitespace-nowrap', CELL)}>
              {battery.fittedOn === null ? '–' : dayWords(battery.fittedOn)}
            </td>
            <td className={clsx('whitespace-nowrap', CELL)}>{dayWords(warrantyTo)}</td>
            <td className={clsx('font-semibold whitespace-nowrap', CELL)}>
              <Moment atMs={retiredMs} as="day" />
            </td>
            <td className={CELL}>
              {runs.map(({ id, atMs }) => (
                <Link
                  key={id}
                  href={`/bench/${id}/slip`}
                  className="mr-4 inline-block py-1 whitespace-nowrap underline underline-offset-4"
                >
                  <Moment atMs={atMs} as="day" />
                </Link>
              ))}
            </td>
          </tr>
        ))}
      </ListTable>
    </div>
  );
}
