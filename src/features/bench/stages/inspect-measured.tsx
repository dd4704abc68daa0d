import { possibleRange, type Quantity, quantityLabel } from '@/core/quantity/entry';
import { fail, problem, type Result, succeed } from '@/core/quantity/result';
import type { ReadingData } from '@/core/steps/reading';
import { typedNumber } from '@/ui/typed-number';

/** The points of an inspection that are measured, as typed. */
export interface MeasuredPoints {
  readonly topVolts: string;
  readonly levelsMm: readonly string[];
}

/** What a form starts with: an earlier inspection's figures, or nothing. */
export function measuredPoints(
  { topVolts, levelsMm }: Partial<ReadingData<'inspection'>>,
  cells: number,
): MeasuredPoints {
  const text = (value: number | null | undefined) => (value == null ? '' : String(value));
  return {
    topVolts: text(topVolts),
    levelsMm: Array.from({ length: cells }, (_, cell) => text(levelsMm?.[cell])),
  };
}

/** The typed points as figures, or what is wrong with them. Levels are of all cells or of none. */
export function readPoints({
  topVolts,
  levelsMm,
}: MeasuredPoints): Result<Pick<ReadingData<'inspection'>, 'topVolts' | 'levelsMm'>> {
  const top = numberIn('topVolts', topVolts);
  if (!top.ok) return top;
  if (levelsMm.every((text) => text.trim() === '')) return succeed({ topVolts: top.value, levelsMm: null });
  const levels: number[] = [];
  for (const [cell, text] of levelsMm.entries()) {
    const level = numberIn('levelMm', text);
    if (!level.ok) return level;
    if (level.value === null)
      return fail(problem(`level, cell ${cell + 1}`, '', 'mm over the plates, as the others'));
    levels.push(level.value);
  }
  return succeed({ topVolts: top.value, levelsMm: levels });
}

function numberIn(quantity: Quantity, text: string): Result<number | null> {
  const value = typedNumber(text);
  if (value === null) return succeed(null);
  const [least, most] = possibleRange(quantity, 12);
  if (value >= least && value <= most) return succeed(value);
  return fail(problem(quantityLabel(quantity), text, `${least} to ${most}`));
}

interface Props {
  readonly points: MeasuredPoints;
  /** Whether the cells can be opened: a sealed type has no level to measure. */
  readonly opens: boolean;
  readonly onChange: (points: MeasuredPoints) => void;
}

const INPUT = 'figures min-h-12 w-full min-w-0 rounded-md border border-line-strong bg-sheet px-3 text-right';

/** The probe across the top, and the level over the plates in each cell. */
export function MeasuredFields({ points, opens, onChange }: Props) {
  const { topVolts, levelsMm } = points;
  return (
    <div className="grid gap-3">
      <label className="grid max-w-xs gap-1">
        <span className="heading">Probe drawn across the top, highest, V</span>
        <input
          className={INPUT}
          inputMode="decimal"
          value={topVolts}
          placeholder="above 0.5 V it leaks"
          onChange={(event) => onChange({ ...points, topVolts: event.target.value })}
        />
      </label>
      {opens && (
        <fieldset>
          <legend className="heading mb-1">Level over the plates, mm a cell: 5 and more is enough</legend>
          <div className="grid grid-cols-6 gap-2">
            {levelsMm.map((text, cell) => (
              <input
                // biome-ignore lint/suspicious/noArrayIndexKey: a cell is its place
                key={cell}
                aria-label={`Level of cell ${cell + 1}, mm`}
                className={INPUT}
                inputMode="numeric"
                value={text}
                onChange={(event) =>
                  onChange({
                    ...points,
                    levelsMm: levelsMm.map((level, at) => (at === cell ? event.target.value : level)),
                  })
                }
              />
            ))}
          </div>
        </fieldset>
      )}
    </div>
  );
}
