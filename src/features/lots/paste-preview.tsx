import { ArrowRight } from 'lucide-react';
import { columnTitle, shownCell } from '@/core/exchange/lot/lot-temperature';
import type { Piece } from '@/core/exchange/lot/paste-lot';
import type { UsedColumn } from '@/core/exchange/readings-csv/columns';
import type { TemperatureUnit } from '@/core/quantity/temperature';
import { Button } from '@/ui/button';
import { DialogFrame } from '@/ui/dialog-frame';
import { useSite } from '@/ui/site';

interface Props {
  readonly piece: Piece;
  readonly onPut: (piece: Piece) => void;
  readonly onLeave: () => void;
}

const shownIn = (cell: string, column: UsedColumn | null, unit: TemperatureUnit) =>
  column === null ? cell : shownCell({ [column]: cell }, column, unit);

/** Rows that are shown of a piece; the rest is counted. */
const SHOWN = 6;

/** What a piece of a spreadsheet would put where, before it does. */
export function PastePreview({ piece, onPut, onLeave }: Props) {
  const { temperatureUnit: unit } = useSite();
  const { headings, columns, cells, rows, overwrites } = piece;
  const aside = columns.filter((column) => column === null).length;
  const [first = 0, last = 0] = [Math.min(...rows) + 1, Math.max(...rows) + 1];
  return (
    <DialogFrame
      title={`Put ${cells.length} ${cells.length === 1 ? 'row' : 'rows'} in?`}
      description={`Into ${first === last ? `row ${first}` : `rows ${first} to ${last}`}. One undo takes it back.`}
      className="top-[6dvh] grid max-h-[88dvh] w-fit max-w-[min(64rem,calc(100vw-2rem))] min-w-[min(26rem,calc(100vw-2rem))] gap-4 p-5"
      onClose={onLeave}
    >
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls must be reached by keyboard */}
      <section tabIndex={0} aria-label="What goes where" className="min-h-0 overflow-auto">
        <table className="text-left">
          <thead>
            {headings && (
              <tr className="text-sm text-soft">
                <th scope="row" className="pr-3 font-normal whitespace-nowrap">
                  Its headings
                </th>
                {headings.map((heading, at) => (
                  // biome-ignore lint/suspicious/noArrayIndexKey: a column of the piece is its place
                  <td key={at} className="max-w-40 truncate px-3">
                    {heading}
                  </td>
                ))}
              </tr>
            )}
            <tr className="border-b">
              <th scope="row" className="heading pr-3 whitespace-nowrap">
                <span className="inline-flex items-center gap-1">
                  go into <ArrowRight size={14} aria-hidden="true" />
                </span>
              </th>
              {columns.map((column, at) => (
                <th
                  // biome-ignore lint/suspicious/noArrayIndexKey: a column of the piece is its place
                  key={at}
                  scope="col"
                  className={`px-3 py-1.5 whitespace-nowrap ${column === null ? 'font-normal text-warn' : 'heading'}`}
                >
                  {column === null ? 'left aside' : columnTitle(column, unit)}
                </th>
              ))}
            </tr>
          </thead>
          <tbody className="divide-y">
            {cells.slice(0, SHOWN).map((line, offset) => (
              <tr key={rows[offset]}>
                <th scope="row" className="pr-3 text-right font-normal text-soft">
                  {(rows[offset] ?? 0) + 1}
                </th>
                {line.map((cell, at) => (
                  // biome-ignore lint/suspicious/noArrayIndexKey: a cell is its place
                  <td key={at} className="figures max-w-40 truncate px-3 py-1">
                    {shownIn(cell, columns[at] ?? null, unit)}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
        {cells.length > SHOWN && <p className="pt-1 text-soft">and {cells.length - SHOWN} more</p>}
      </section>
      {aside > 0 && (
        <p className="text-warn">
          {aside === 1 ? 'One column has' : `${aside} columns have`} no place in the grid:{' '}
          {aside === 1 ? 'it is' : 'they are'} left aside.
        </p>
      )}
      {overwrites > 0 && (
        <p className="text-warn">
          {overwrites === 1 ? 'One entry' : `${overwrites} entries`} of the rack would be written over.
        </p>
      )}
      <div className="flex flex-wrap gap-3">
        <Button tone="main" large autoFocus onClick={() => onPut(piece)}>
          Put them in
        </Button>
        <Button large onClick={onLeave}>
          Cancel
        </Button>
      </div>
    </DialogFrame>
  );
}
