import { type ColumnRole, cellsOf, type Layout, type LayoutColumn } from '@/core/recording/layout';
import { INPUT } from '@/ui/field';
import { SelectBox } from '@/ui/select';
import { typedNumber } from '@/ui/typed-number';
import type { FileHead } from '@/workers/recording.messages';

const ROLES: readonly { readonly value: ColumnRole; readonly label: string }[] = [
  { value: 'time', label: 'time' },
  { value: 'volts', label: 'voltage' },
  { value: 'amps', label: 'current' },
  { value: 'aside', label: 'leave out' },
];
const ROWS = 6;

/** How a file seems to be laid out, over its first rows: what each column is, and by how much it is multiplied. */
export function LayoutPreview({
  head,
  layout,
  onLayout,
}: {
  readonly head: FileHead;
  readonly layout: Layout;
  readonly onLayout: (layout: Layout) => void;
}) {
  const { columns, firstLine, delimiter } = layout;
  const rows = head.lines
    .slice(firstLine)
    .filter((line) => line.trim() !== '')
    .slice(0, ROWS);
  const change = (at: number, change: Partial<LayoutColumn>) =>
    onLayout({
      ...layout,
      columns: columns.map((column, place) => {
        if (place === at) return { ...column, ...change };
        // One column a role: the one that had it is left out.
        return change.role !== undefined && change.role !== 'aside' && column.role === change.role
          ? { ...column, role: 'aside' }
          : column;
      }),
    });
  return (
    <div className="sheet overflow-x-auto">
      <table className="w-full">
        <thead>
          <tr className="border-b">
            {columns.map((column, at) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: columns are told apart by where they stand.
              <th key={at} scope="col" className="min-w-40 p-3 text-left align-top font-normal">
                <span className="block font-semibold">{column.heading}</span>
                <SelectBox
                  name={`Column ${at + 1}, ${column.heading}, is`}
                  value={column.role}
                  options={ROLES}
                  onChoose={(role) => change(at, { role })}
                />
                {column.role !== 'aside' && (
                  <label className="mt-2 block text-sm text-soft">
                    times
                    <input
                      className={`${INPUT} mt-1 text-ink`}
                      inputMode="decimal"
                      defaultValue={String(column.scale)}
                      aria-label={`Column ${at + 1} times, to be in ${column.role === 'time' ? 'seconds' : column.role === 'volts' ? 'volts' : 'amperes, discharge positive'}`}
                      onChange={(event) => {
                        const scale = typedNumber(event.target.value);
                        if (typeof scale === 'number' && Number.isFinite(scale) && scale !== 0)
                          change(at, { scale });
                      }}
                    />
                  </label>
                )}
              </th>
            ))}
          </tr>
        </thead>
        <tbody className="divide-y">
          {rows.map((line) => (
            <tr key={line}>
              {cellsOf(line, delimiter).map((cell, at) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: cells are told apart by where they stand.
                <td key={at} className="figures px-3 py-1.5">
                  {cell}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
