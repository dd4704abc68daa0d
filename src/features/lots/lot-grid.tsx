'use client';

import { useVirtualizer } from '@tanstack/react-virtual';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { memo, useCallback, useEffect, useRef } from 'react';
import type { LotRow } from '@/core/exchange/arrival-views';
import type { CellPlace } from '@/core/exchange/lot/edit-lot';
import type { LotJudgement } from '@/core/exchange/lot/judge-lot';
import type { LotOrder } from '@/core/exchange/lot/lot-sort';
import { columnTitle } from '@/core/exchange/lot/lot-temperature';
import type { UsedColumn } from '@/core/exchange/readings-csv/columns';
import { COLUMN_FACTS } from '@/core/exchange/readings-csv/columns';
import { useSite } from '@/ui/site';
import type { GridActions } from './grid-actions';
import { LotRowLine } from './lot-row';
import { GRID_ID } from './lot-tools';

/** A row of the grid: where it stands in the rack, what was typed and what that comes to. */
export interface GridRow {
  readonly at: number;
  readonly row: LotRow;
  readonly judgement: LotJudgement;
}

interface Props extends Omit<GridActions, 'onMove'> {
  readonly rows: readonly GridRow[];
  readonly columns: readonly UsedColumn[];
  readonly order: LotOrder | null;
  readonly onOrder: (order: LotOrder | null) => void;
  readonly readOnly: boolean;
  readonly onNewRow: () => void;
  /** A cell to go to, as soon as it is there; another object asks again. */
  readonly goTo: CellPlace | null;
}

const ROW_HEIGHT = 46;

/** The rack as a grid: one battery a row, made for typing down a column. */
export function LotGrid({ rows, columns, order, onOrder, readOnly, onNewRow, goTo, ...actions }: Props) {
  const { temperatureUnit } = useSite();
  const scroller = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: 5,
  });
  const wanted = useRef<{ index: number; column: UsedColumn } | null>(null);
  const focusCell = useCallback((index: number, column: UsedColumn) => {
    const cell = scroller.current?.querySelector<HTMLInputElement>(`[data-cell="${index} ${column}"]`);
    cell?.focus();
    cell?.select();
    return cell !== null && cell !== undefined;
  }, []);
  // A cell that is asked for before it is drawn is focused once it is.
  useEffect(() => {
    const { current } = wanted;
    if (current && focusCell(current.index, current.column)) wanted.current = null;
  });
  // Rows are drawn anew only when they change, so that what they are handed must stay the same from draw to draw.
  const go = useRef<GridActions['onMove']>(() => {});
  go.current = (index, column) => {
    if (index < 0 || (index >= rows.length && readOnly)) return;
    if (index >= rows.length) onNewRow();
    wanted.current = { index, column };
    virtual.scrollToIndex(Math.min(index, rows.length - 1));
    if (focusCell(index, column)) wanted.current = null;
  };
  const onMove = useCallback<GridActions['onMove']>((index, column) => go.current(index, column), []);
  useEffect(() => {
    if (goTo) go.current(goTo.row, goTo.column);
  }, [goTo]);
  const items = virtual.getVirtualItems();
  const above = items[0]?.start ?? 0;
  const below = virtual.getTotalSize() - (items.at(-1)?.end ?? 0);
  return (
    <div
      ref={scroller}
      id={GRID_ID}
      role="tabpanel"
      aria-label="Grid"
      className="sheet h-[calc(100dvh-18.5rem)] min-h-80 overflow-auto sm:scroll-pr-72 max-sm:h-[calc(100dvh-15rem)]"
    >
      <table
        className="min-w-full border-separate border-spacing-0 text-left"
        aria-rowcount={rows.length + 1}
      >
        <thead>
          <Headings columns={columns} order={order} onOrder={onOrder} />
        </thead>
        <tbody>
          {above > 0 && <Gap height={above} />}
          {items.map(({ index }) => {
            const line = rows[index];
            return (
              line && (
                <LotRowLine
                  key={line.at}
                  index={index}
                  at={line.at}
                  row={line.row}
                  judgement={line.judgement}
                  columns={columns}
                  unit={temperatureUnit}
                  readOnly={readOnly}
                  onMove={onMove}
                  {...actions}
                />
              )
            );
          })}
          {below > 0 && <Gap height={below} />}
        </tbody>
      </table>
      <WordLists columns={columns} />
    </div>
  );
}

/** The titles of the columns; on a phone what a row comes to stands right beside its tag. */
function Headings({ columns, order, onOrder }: Pick<Props, 'columns' | 'order' | 'onOrder'>) {
  const { temperatureUnit } = useSite();
  return (
    <tr>
      <Heading className="left-0 z-20 w-12 max-sm:hidden">Row</Heading>
      <Heading className="left-12 z-20 max-sm:left-0">
        <SortKey by="tag" title={COLUMN_FACTS.tag.title} order={order} onOrder={onOrder} />
      </Heading>
      <Heading className="sm:hidden">Comes to</Heading>
      {columns.map(
        (column) =>
          column !== 'tag' && (
            <Heading key={column}>
              <SortKey
                by={column}
                title={columnTitle(column, temperatureUnit)}
                order={order}
                onOrder={onOrder}
              />
            </Heading>
          ),
      )}
      <Heading>
        <SortKey by="health" title="Health" order={order} onOrder={onOrder} />
      </Heading>
      <Heading className="right-0 z-20 max-sm:hidden">
        <SortKey by="verdict" title="Comes to" order={order} onOrder={onOrder} />
      </Heading>
      <Heading>
        <span className="sr-only">Remove</span>
      </Heading>
    </tr>
  );
}

/** A column's title that sorts by it: rising, falling, then as the rack stands. */
function SortKey({
  by,
  title,
  order,
  onOrder,
}: {
  readonly by: LotOrder['by'];
  readonly title: string;
  readonly order: LotOrder | null;
  readonly onOrder: Props['onOrder'];
}) {
  const here = order?.by === by ? order : null;
  const next = here === null ? { by, falling: false } : here.falling ? null : { by, falling: true };
  const Arrow = here?.falling ? ArrowDown : ArrowUp;
  return (
    <button
      type="button"
      aria-label={`Sort by ${title}`}
      className="-mx-1 flex min-h-9 items-center gap-1 rounded-md px-1 hover:bg-sunk"
      onClick={() => onOrder(next)}
    >
      {title}
      {here && <Arrow size={14} aria-label={here.falling ? 'falling' : 'rising'} />}
    </button>
  );
}

function Heading({
  children,
  className = '',
}: {
  readonly children: React.ReactNode;
  readonly className?: string;
}) {
  return (
    <th
      scope="col"
      className={`heading sticky top-0 z-10 border-b bg-sheet px-2 py-0.5 whitespace-nowrap ${className}`}
    >
      {children}
    </th>
  );
}

const Gap = ({ height }: { readonly height: number }) => (
  <tr>
    <td style={{ height }} />
  </tr>
);

/** The words that a column takes, offered by the browser while one types. */
const WordLists = memo(function WordLists({ columns }: { readonly columns: readonly UsedColumn[] }) {
  return columns.map((column) => {
    const words = COLUMN_FACTS[column].words;
    return (
      words && (
        <datalist key={column} id={`words-${column}`}>
          {words.map((word) => (
            <option key={word} value={word} />
          ))}
        </datalist>
      )
    );
  });
});
