import { tagKey } from '../../battery/battery';
import { type Problem, problem } from '../../quantity/result';
import type { HouseRules } from '../../rules/house-rules';
import type { LotRow } from '../arrival-views';
import { type GoodRow, ImportReader, type KnownBatteries } from '../import/import-reader';
import { isBlankRow, lotCells, lotHeader } from './lot-grid';

/** How a row of the rack stands. */
export type LotJudgement =
  | { readonly kind: 'blank' }
  | { readonly kind: 'bad'; readonly problems: readonly Problem[] }
  | { readonly kind: 'good'; readonly row: GoodRow };

/** Judges one row of a rack by itself. */
export function judgeLotRow(
  row: LotRow,
  line: number,
  known: KnownBatteries,
  rules: HouseRules,
): LotJudgement {
  if (isBlankRow(row)) return { kind: 'blank' };
  const reader = new ImportReader(lotHeader(), rules);
  const [read] = reader.read({ cells: [lotCells(row)], lines: [line] }, known);
  if (!read) return { kind: 'blank' };
  return read.ok ? { kind: 'good', row: read } : { kind: 'bad', problems: read.problems };
}

/**
 * Judges a whole rack, a row at a time, and remembers each row's judgement as long as the row stays the same: a
 * keystroke costs one row. Tags that stand twice are bad wherever they stand again.
 */
export class LotJudge {
  private remembered = new Map<LotRow, LotJudgement>();
  private known: KnownBatteries | null = null;

  constructor(private readonly rules: HouseRules) {}

  judge(rows: readonly LotRow[], known: KnownBatteries): LotJudgement[] {
    if (this.known !== known) this.remembered.clear();
    this.known = known;
    const kept = new Map<LotRow, LotJudgement>();
    const firstAt = new Map<string, number>();
    const judged = rows.map((row, index): LotJudgement => {
      const one = this.remembered.get(row) ?? judgeLotRow(row, index + 1, known, this.rules);
      kept.set(row, one);
      const key = tagKey(row.tag ?? '');
      const first = firstAt.get(key);
      if (key === '' || first === undefined) {
        if (key !== '') firstAt.set(key, index);
        return one;
      }
      const again = problem('tag', row.tag, `one row a battery: row ${first + 1} has this one already`);
      return { kind: 'bad', problems: [again] };
    });
    this.remembered = kept;
    return judged;
  }
}
