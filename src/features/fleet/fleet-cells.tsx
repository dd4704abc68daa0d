import { clsx } from 'clsx';
import { FLEET_COLUMNS, type FleetColumn } from '@/core/exchange/fleet-query';
import type { FleetRow } from '@/core/exchange/fleet-views';
import { chanceShown, monthWords } from '@/core/history/outlook-words';
import { dayWords } from '@/core/quantity/day';
import { formatMoney } from '@/core/quantity/money';
import { ratingWords } from '@/core/report/rating-words';
import { Link } from '@/ui/link';
import { Moment } from '@/ui/moment';
import { VerdictLabel } from '@/ui/verdict-label';
import { HealthBar } from './health-bar';

/** What every cell is shown with. */
export interface Shown {
  readonly nowMs: number;
  readonly linePct: number;
  readonly currency: string;
}

/** From here on a chance is told in the colour of a fault. */
const LIKELY = 0.2;
const CELL = 'px-2.5 whitespace-nowrap';
const FIGURE = 'figures px-2.5 text-right whitespace-nowrap';
const NONE = <span className="text-soft">–</span>;

/** Columns whose figures stand under each other, right-aligned. */
export const isFigure = (column: FleetColumn): boolean =>
  column === 'slope' || column === 'failing' || column === 'waiting';

type Cell = (row: FleetRow, shown: Shown) => React.ReactElement;

/** A cell of each column. A column that has none does not compile. */
const CELLS: Readonly<Record<FleetColumn, Cell>> = {
  where: ({ vehicle, battery }) => (
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
  ),
  verdict: ({ newest }) => (
    <td className={CELL}>
      {newest ? <VerdictLabel verdict={newest.verdict} /> : <span className="text-soft">not tested</span>}
    </td>
  ),
  health: ({ outlook }, { linePct }) => (
    <td className="px-2.5">
      <HealthBar pct={outlook.healthPct} sdPct={outlook.healthSdPct} linePct={linePct} />
    </td>
  ),
  slope: ({ outlook }) => <td className={FIGURE}>−{Math.max(0, -outlook.slopePct).toFixed(1)}</td>,
  crossing: ({ outlook }, { nowMs }) => (
    <td
      className={clsx(
        CELL,
        outlook.crossP50Ms !== null && outlook.crossP50Ms < nowMs && 'font-semibold text-retire',
      )}
    >
      <Crossing outlook={outlook} />
    </td>
  ),
  failing: ({ outlook }) => (
    <td className={clsx(FIGURE, outlook.fails90 >= LIKELY && 'font-semibold text-retire')}>
      {chanceShown(outlook.fails90)}
    </td>
  ),
  waiting: ({ outlook }, { currency }) => (
    <td className={FIGURE}>{outlook.waitCost === null ? NONE : formatMoney(outlook.waitCost, currency)}</td>
  ),
  check: ({ outlook: { nextCheckMs } }, { nowMs }) => (
    <td className={clsx(CELL, nextCheckMs !== null && nextCheckMs < nowMs && 'font-semibold text-warn')}>
      {nextCheckMs === null ? NONE : <Moment atMs={nextCheckMs} as="day" />}
    </td>
  ),
  tested: ({ newest }) => (
    <td className={CELL}>
      {newest ? (
        <Link href={`/bench/${newest.runId}`} className="underline underline-offset-4">
          <Moment atMs={newest.atMs} as="day" />
        </Link>
      ) : (
        <span className="text-soft">none</span>
      )}
      {newest?.by && <span className="block text-sm text-soft">{newest.by}</span>}
    </td>
  ),
  rating: ({ battery }) => <td className={clsx('figures', CELL)}>{ratingWords(battery)}</td>,
  fitted: ({ battery }) => (
    <td className={CELL}>{battery.fittedOn === null ? NONE : dayWords(battery.fittedOn)}</td>
  ),
  model: ({ battery }) => <td className="max-w-48 truncate px-2.5">{battery.model || NONE}</td>,
};

/** The cell of a row in a column. */
export const cellOf = (column: FleetColumn, row: FleetRow, shown: Shown) => CELLS[column](row, shown);

/** Every column that there is, in the order in which they are offered. */
export const ALL_COLUMNS = Object.keys(FLEET_COLUMNS) as readonly FleetColumn[];

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
