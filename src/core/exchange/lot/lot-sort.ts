import { VERDICTS } from '../../assessment/verdict';
import type { LotRow } from '../arrival-views';
import type { UsedColumn } from '../readings-csv/columns';
import type { LotJudgement } from './judge-lot';

/** What a rack's rows are put in order by, and which end comes first. */
export interface LotOrder {
  readonly by: UsedColumn | 'health' | 'verdict';
  readonly falling: boolean;
}

/**
 * The rows in the order of a column, by where they stand in the rack: numbers by their size, words by the alphabet,
 * verdicts as they are always named. Rows with nothing there come last either way, those alike stay as they stand.
 */
export function ordered(
  rows: readonly LotRow[],
  judged: readonly LotJudgement[],
  { by, falling }: LotOrder,
): number[] {
  const keys = rows.map((row, at) => keyOf(row, judged[at], by));
  return rows
    .map((_, at) => at)
    .sort((one, other) => {
      const [a, b] = [keys[one] ?? null, keys[other] ?? null];
      if (a === null || b === null) return Number(a === null) - Number(b === null) || one - other;
      return (falling ? -1 : 1) * compared(a, b) || one - other;
    });
}

function compared(one: number | string, other: number | string): number {
  if (typeof one === 'number' && typeof other === 'number') return one - other;
  // Numbers before words, so that a slip of the finger stands out at one end.
  if (typeof one !== typeof other) return typeof one === 'number' ? -1 : 1;
  return String(one).localeCompare(String(other), 'en', { numeric: true });
}

function keyOf(row: LotRow, judgement: LotJudgement | undefined, by: LotOrder['by']): number | string | null {
  if (by === 'health' || by === 'verdict') {
    if (judgement?.kind !== 'good') return null;
    const { estimates, verdict } = judgement.row.assessment;
    return by === 'verdict' ? VERDICTS.indexOf(verdict) : (estimates.health?.pct ?? null);
  }
  const text = (row[by] ?? '').trim();
  if (text === '') return null;
  const value = by === 'tag' ? Number.NaN : Number(text.replace(',', '.'));
  return Number.isNaN(value) ? text.toLowerCase() : value;
}
