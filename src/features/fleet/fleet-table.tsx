import { clsx } from 'clsx';
import { ChevronRight } from 'lucide-react';
import Link from 'next/link';
import { batteryTypeLabel } from '@/core/battery/construction';
import type { FleetPage, FleetRow } from '@/core/exchange/fleet-views';
import { chanceShown, monthWords } from '@/core/history/outlook-words';
import { formatMoney } from '@/core/quantity/money';
import { buttonClass } from '@/ui/button';
import { ListTable } from '@/ui/list-table';
import { Moment } from '@/ui/moment';
import { VerdictLabel } from '@/ui/verdict-label';
import { HealthBar } from './health-bar';

const HEADINGS = [
  'Tag',
  'Where',
  'Verdict',
  'Health',
  'A year',
  'Crosses the line',
  'Fails, 90 d',
  'Waiting costs',
  'Next check',
  'Last test',
];
/** From here on a chance is told in the colour of a fault. */
const LIKELY = 0.2;

/** The fleet in an order, a page at a time. */
export function FleetTable({
  page: { rows, next },
  address,
  nowMs,
  linePct,
  currency,
}: {
  readonly page: FleetPage;
  readonly address: string;
  readonly nowMs: number;
  readonly linePct: number;
  readonly currency: string;
}) {
  if (rows.length === 0)
    return (
      <p className="text-soft">
        Nothing to show yet: what is expected of a battery is worked out once it is registered, and is surer
        with every test.
      </p>
    );
  return (
    <>
      <div className="sheet overflow-x-auto">
        <ListTable headings={HEADINGS} cellClass="px-2.5 py-2 whitespace-nowrap">
          {rows.map((row) => (
            <Row key={row.battery.id} row={row} nowMs={nowMs} linePct={linePct} currency={currency} />
          ))}
        </ListTable>
      </div>
      {next !== null && (
        <div className="no-print flex justify-end">
          <Link href={`${address}?${new URLSearchParams({ after: next })}`} className={buttonClass('plain')}>
            Further on
            <ChevronRight size={18} aria-hidden="true" />
          </Link>
        </div>
      )}
    </>
  );
}

/** The middle of when it crosses, and beneath it the interval that holds four of five. */
function Crossing({ outlook: { crossP10Ms, crossP50Ms, crossP90Ms } }: Pick<FleetRow, 'outlook'>) {
  if (crossP10Ms === null) return <span className="text-soft">not within ten years</span>;
  return (
    <>
      <span className="block">{crossP50Ms === null ? 'later' : monthWords(crossP50Ms)}</span>
      <span className="block text-sm font-normal text-soft">
        {monthWords(crossP10Ms)} to {crossP90Ms === null ? 'later' : monthWords(crossP90Ms)}
      </span>
    </>
  );
}

function Row({
  row: { battery, outlook, vehicle, newest },
  nowMs,
  linePct,
  currency,
}: {
  readonly row: FleetRow;
  readonly nowMs: number;
  readonly linePct: number;
  readonly currency: string;
}) {
  const isOver = outlook.crossP50Ms !== null && outlook.crossP50Ms < nowMs;
  const isDue = outlook.nextCheckMs !== null && outlook.nextCheckMs < nowMs;
  return (
    <tr className="hover:bg-harbour-wash">
      <td className="p-0">
        <Link
          href={`/batteries/${battery.id}`}
          className="flex min-h-14 flex-col justify-center px-2.5 whitespace-nowrap"
        >
          <span className="figures font-semibold underline decoration-line-strong underline-offset-4">
            {battery.tag}
          </span>
          <span className="text-sm text-soft">{batteryTypeLabel(battery.type)}</span>
        </Link>
      </td>
      <td className="max-w-48 px-2.5">
        {vehicle ? (
          <Link href={`/vehicles/${vehicle.id}`} className="block truncate underline underline-offset-4">
            {vehicle.name}
            {vehicle.slot !== '' && <span className="text-soft"> · {vehicle.slot}</span>}
          </Link>
        ) : (
          <span className="block truncate text-soft">{battery.place || '–'}</span>
        )}
      </td>
      <td className="px-2.5 whitespace-nowrap">
        {newest ? <VerdictLabel verdict={newest.verdict} /> : <span className="text-soft">not tested</span>}
      </td>
      <td className="px-2.5">
        <HealthBar pct={outlook.healthPct} sdPct={outlook.healthSdPct} linePct={linePct} />
      </td>
      <td className="figures px-2.5 text-right whitespace-nowrap">
        −{Math.max(0, -outlook.slopePct).toFixed(1)}
      </td>
      <td className={clsx('px-2.5 whitespace-nowrap', isOver && 'font-semibold text-retire')}>
        <Crossing outlook={outlook} />
      </td>
      <td
        className={clsx(
          'figures px-2.5 text-right whitespace-nowrap',
          outlook.fails90 >= LIKELY && 'font-semibold text-retire',
        )}
      >
        {chanceShown(outlook.fails90)}
      </td>
      <td className="figures px-2.5 text-right whitespace-nowrap">
        {outlook.waitCost === null ? (
          <span className="text-soft">–</span>
        ) : (
          formatMoney(outlook.waitCost, currency)
        )}
      </td>
      <td className={clsx('px-2.5 whitespace-nowrap', isDue && 'font-semibold text-warn')}>
        {outlook.nextCheckMs === null ? (
          <span className="text-soft">–</span>
        ) : (
          <Moment atMs={outlook.nextCheckMs} as="day" />
        )}
      </td>
      <td className="px-2.5 whitespace-nowrap">
        {newest ? (
          <Link href={`/bench/${newest.runId}`} className="underline underline-offset-4">
            <Moment atMs={newest.atMs} as="day" />
          </Link>
        ) : (
          <span className="text-soft">none</span>
        )}
      </td>
    </tr>
  );
}
