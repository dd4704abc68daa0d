'use client';

import { useVirtualizer } from '@tanstack/react-virtual';
import { useMemo, useRef, useState } from 'react';
import type { PreviewRow } from '@/core/exchange/import/preview';
import { formatQuantity } from '@/core/quantity/format';
import { STEPS } from '@/core/steps/registry';
import { Button } from '@/ui/button';
import { Tick } from '@/ui/tick';
import { VerdictLabel } from '@/ui/verdict-label';

const ROW_HEIGHT = 44;

/** What each row of a file comes to, or what is wrong with it, before anything is stored. */
export function PreviewTable({
  rows,
  onSaveRefused,
}: {
  readonly rows: readonly PreviewRow[];
  readonly onSaveRefused: () => void;
}) {
  const [onlyBad, setOnlyBad] = useState(false);
  const [opened, setOpened] = useState<PreviewRow | null>(null);
  const shown = useMemo(() => (onlyBad ? rows.filter(({ ok }) => !ok) : rows), [rows, onlyBad]);
  return (
    <section aria-label="Rows of the file" className="sheet">
      <div className="flex flex-wrap items-center gap-4 border-b px-4 py-1">
        <h3 className="mr-auto font-semibold">
          Rows <span className="figures font-normal text-soft">{shown.length}</span>
        </h3>
        {rows.some(({ ok }) => !ok) && <Button onClick={onSaveRefused}>Save the refused rows</Button>}
        <Tick checked={onlyBad} onChange={setOnlyBad}>
          only those with something wrong
        </Tick>
      </div>
      {opened && <Details row={opened} />}
      <Rows rows={shown} onOpen={setOpened} />
    </section>
  );
}

function Rows({
  rows,
  onOpen,
}: {
  readonly rows: readonly PreviewRow[];
  readonly onOpen: (row: PreviewRow) => void;
}) {
  const scroller = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: 8,
  });
  const items = virtual.getVirtualItems();
  const above = items[0]?.start ?? 0;
  const below = virtual.getTotalSize() - (items.at(-1)?.end ?? 0);
  return (
    <div ref={scroller} className="max-h-[55vh] overflow-auto">
      <table className="w-full min-w-3xl table-fixed text-left" aria-rowcount={rows.length + 1}>
        <thead className="sticky top-0 z-10 bg-sheet">
          <tr>
            {HEADINGS.map(([heading, width]) => (
              <th key={heading} scope="col" className={`heading px-3 py-2 ${width}`}>
                {heading}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {above > 0 && <Gap height={above} />}
          {items.map(({ index }) => {
            const row = rows[index];
            return row && <Row key={row.line} row={row} index={index} onOpen={onOpen} />;
          })}
          {below > 0 && <Gap height={below} />}
        </tbody>
      </table>
    </div>
  );
}

const HEADINGS = [
  ['Line', 'w-16'],
  ['Tag', 'w-32'],
  ['Comes to', 'w-64'],
  ['Charge', 'w-20'],
  ['Health', 'w-20'],
  ['Also', ''],
] as const;

const Gap = ({ height }: { readonly height: number }) => (
  <tr>
    <td style={{ height }} />
  </tr>
);

function Row({
  row,
  index,
  onOpen,
}: {
  readonly row: PreviewRow;
  readonly index: number;
  readonly onOpen: (row: PreviewRow) => void;
}) {
  const percent = (value: number | null) => (value === null ? '' : formatQuantity(value, '%'));
  return (
    <tr aria-rowindex={index + 2} className="border-t" style={{ height: ROW_HEIGHT }}>
      <td className="figures px-3 text-soft">{row.line}</td>
      <td className="px-3">
        <button
          type="button"
          className="figures min-h-11 max-w-full truncate font-semibold underline decoration-line-strong underline-offset-4"
          onClick={() => onOpen(row)}
        >
          {row.tag || 'no tag'}
        </button>
      </td>
      {row.ok ? (
        <>
          <td className="px-3">
            <VerdictLabel verdict={row.verdict} grade={row.grade} />
          </td>
          <td className="figures px-3">{percent(row.chargePct)}</td>
          <td className="figures px-3">{percent(row.healthPct)}</td>
          <td className="truncate px-3 text-sm text-soft">{besideIt(row)}</td>
        </>
      ) : (
        <td colSpan={4} className="truncate px-3 text-retire">
          {row.problems.map(({ message }) => message).join(' · ')}
        </td>
      )}
    </tr>
  );
}

function besideIt({ next, known, leftOut }: Extract<PreviewRow, { ok: true }>): string {
  const words = [
    next ? `next: ${STEPS[next].label.toLowerCase()}` : '',
    known ? '' : 'new here',
    ...leftOut.map(({ message }) => message),
  ];
  return words.filter((word) => word !== '').join(' · ');
}

/** All that is wrong with a row, or was left out of it, in full. */
function Details({ row }: { readonly row: PreviewRow }) {
  const told = row.ok ? row.leftOut : row.problems;
  return (
    <div className="border-b px-4 py-2" aria-live="polite">
      <p className="font-semibold">
        Line {row.line}, {row.tag || 'no tag'}
      </p>
      {told.length === 0 ? (
        <p className="text-soft">Nothing was left out.</p>
      ) : (
        <ul className={row.ok ? 'text-soft' : 'text-retire'}>
          {told.map(({ field, message }) => (
            <li key={`${field} ${message}`}>{message}</li>
          ))}
        </ul>
      )}
    </div>
  );
}
