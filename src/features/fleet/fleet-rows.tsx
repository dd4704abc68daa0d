'use client';

import { useWindowVirtualizer } from '@tanstack/react-virtual';
import { clsx } from 'clsx';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { batteryTypeLabel } from '@/core/battery/construction';
import {
  FLEET_COLUMNS,
  FLEET_SORTS,
  type FleetColumn,
  type FleetQuery,
  type ListQuestion,
} from '@/core/exchange/fleet-query';
import type { FleetPage, FleetRow } from '@/core/exchange/fleet-views';
import { Button } from '@/ui/button';
import { Link } from '@/ui/link';
import { Problems } from '@/ui/problems';
import { ChosenBar } from './chosen-bar';
import { cellOf, isFigure, type Shown } from './fleet-cells';
import { addressFor } from './questions';
import { useFleetRows } from './use-fleet-rows';

const ROW_HEIGHT = 57;
/** So many rows are drawn as they are, for paper and for searching in the page; of more only those in sight. */
const ALL_DRAWN = 200;
const MOST_CHOSEN = 500;

/** The rows of the fleet: as many as one scrolls to, each to be ticked. */
export function FleetRows({
  first,
  asked,
  question,
  shown,
}: {
  readonly first: FleetPage;
  readonly asked: FleetQuery;
  readonly question: ListQuestion;
  readonly shown: Shown;
}) {
  const { rows, next, more, problems, isLoading } = useFleetRows(first, asked, question);
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const top = useRef<HTMLDivElement>(null);
  const virtual = useWindowVirtualizer({
    count: rows.length,
    estimateSize: () => ROW_HEIGHT,
    overscan: 12,
    scrollMargin: top.current?.offsetTop ?? 0,
    enabled: rows.length > ALL_DRAWN,
  });
  const items = rows.length > ALL_DRAWN ? virtual.getVirtualItems() : null;
  const seen = items?.at(-1)?.index ?? rows.length - 1;
  const end = useEndInSight(() => void more());
  useEffect(() => {
    if (rows.length > ALL_DRAWN && seen >= rows.length - 1) void more();
  }, [seen, rows.length, more]);
  const toggle = (id: string) =>
    setChosen((before) => {
      const after = new Set(before);
      if (!after.delete(id) && after.size < MOST_CHOSEN) after.add(id);
      return after;
    });
  const margin = top.current?.offsetTop ?? 0;
  const above = items ? Math.max(0, (items[0]?.start ?? 0) - margin) : 0;
  const below = items ? Math.max(0, virtual.getTotalSize() - ((items.at(-1)?.end ?? 0) - margin)) : 0;
  const drawn = items ? items.flatMap(({ index }) => rows[index] ?? []) : rows;
  return (
    <>
      <ChosenBar chosen={chosen} asked={asked} question={question} onClear={() => setChosen(new Set())} />
      <div ref={top} className="sheet overflow-x-auto">
        <table className="w-full text-left" aria-rowcount={next === null ? rows.length + 1 : -1}>
          <Heads asked={asked} question={question} />
          <tbody className="divide-y" onKeyDown={movesAlong}>
            {above > 0 && <Gap height={above} columns={asked.columns.length + 2} />}
            {drawn.map((row) => (
              <Row
                key={row.battery.id}
                row={row}
                columns={asked.columns}
                shown={shown}
                isChosen={chosen.has(row.battery.id)}
                onToggle={toggle}
              />
            ))}
            {below > 0 && <Gap height={below} columns={asked.columns.length + 2} />}
          </tbody>
        </table>
      </div>
      <Problems problems={problems} />
      {next !== null && (
        <div ref={end} className="no-print flex justify-center">
          <Button disabled={isLoading} onClick={() => void more()}>
            {isLoading ? 'More are coming' : 'More'}
          </Button>
        </div>
      )}
    </>
  );
}

/** Calls for more whenever what it is put on comes into sight. */
function useEndInSight(reached: () => void): React.RefCallback<HTMLElement> {
  const latest = useRef(reached);
  latest.current = reached;
  const observer = useRef<IntersectionObserver | null>(null);
  return (element) => {
    observer.current?.disconnect();
    observer.current = null;
    if (!element) return;
    observer.current = new IntersectionObserver((entries) => {
      if (entries.some(({ isIntersecting }) => isIntersecting)) latest.current();
    });
    observer.current.observe(element);
  };
}

function Heads({ asked, question }: { readonly asked: FleetQuery; readonly question: ListQuestion }) {
  return (
    <thead>
      <tr className="border-b">
        <th scope="col" className="no-print w-12">
          <span className="sr-only">Chosen</span>
        </th>
        <th scope="col" className="heading px-2.5 py-2">
          Tag
        </th>
        {asked.columns.map((column) => (
          <Head key={column} column={column} asked={asked} question={question} />
        ))}
      </tr>
    </thead>
  );
}

function Head({
  column,
  asked,
  question,
}: {
  readonly column: FleetColumn;
  readonly asked: FleetQuery;
  readonly question: ListQuestion;
}) {
  const { label, sort } = FLEET_COLUMNS[column];
  const look = clsx('heading px-2.5 py-2 whitespace-nowrap', isFigure(column) && 'text-right');
  if (sort === null)
    return (
      <th scope="col" className={look}>
        {label}
      </th>
    );
  const isSorted = asked.sort === sort;
  const falling = isSorted ? !asked.falling : FLEET_SORTS[sort].falling;
  const Arrow = asked.falling ? ArrowDown : ArrowUp;
  return (
    <th
      scope="col"
      className={look}
      aria-sort={isSorted ? (asked.falling ? 'descending' : 'ascending') : 'none'}
    >
      <Link
        href={addressFor(question, { ...asked, sort, falling })}
        className="inline-flex min-h-10 items-center gap-1 underline-offset-4 hover:underline"
      >
        {label}
        {isSorted && <Arrow size={14} aria-hidden="true" />}
      </Link>
    </th>
  );
}

function Gap({ height, columns }: { readonly height: number; readonly columns: number }) {
  return (
    <tr>
      <td colSpan={columns} style={{ height, padding: 0 }} />
    </tr>
  );
}

function Row({
  row,
  columns,
  shown,
  isChosen,
  onToggle,
}: {
  readonly row: FleetRow;
  readonly columns: readonly FleetColumn[];
  readonly shown: Shown;
  readonly isChosen: boolean;
  readonly onToggle: (id: string) => void;
}) {
  const { battery } = row;
  return (
    <tr className={clsx('hover:bg-harbour-wash', isChosen && 'bg-harbour-wash')}>
      <td className="no-print p-0">
        <label className="grid size-12 place-items-center">
          <input
            type="checkbox"
            aria-label={`Choose ${battery.tag}`}
            checked={isChosen}
            onChange={() => onToggle(battery.id)}
            className="size-5 accent-harbour"
          />
        </label>
      </td>
      <td className="p-0">
        <Link
          href={`/batteries/${battery.id}`}
          data-row
          className="flex min-h-14 flex-col justify-center px-2.5 whitespace-nowrap"
        >
          <span className="figures font-semibold underline decoration-line-strong underline-offset-4">
            {battery.tag}
          </span>
          <span className="text-sm text-soft">{batteryTypeLabel(battery.type)}</span>
        </Link>
      </td>
      {columns.map((column) => (
        <Cell key={column} column={column} row={row} shown={shown} />
      ))}
    </tr>
  );
}

const Cell = ({
  column,
  row,
  shown,
}: {
  readonly column: FleetColumn;
  readonly row: FleetRow;
  readonly shown: Shown;
}) => cellOf(column, row, shown);

/** The arrows go from row to row; the blank ticks the row that has the focus. */
function movesAlong(event: React.KeyboardEvent<HTMLElement>): void {
  const own = (event.target as HTMLElement).closest('tr');
  if (!own) return;
  if (event.key === ' ' && event.target instanceof HTMLAnchorElement) {
    event.preventDefault();
    own.querySelector<HTMLInputElement>('input[type=checkbox]')?.click();
    return;
  }
  const step = event.key === 'ArrowDown' ? 'nextElementSibling' : 'previousElementSibling';
  if (event.key !== 'ArrowDown' && event.key !== 'ArrowUp') return;
  event.preventDefault();
  own[step]?.querySelector<HTMLElement>('[data-row]')?.focus();
}
