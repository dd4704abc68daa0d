import type { SheetStep } from '@/core/procedure/run-sheet';
import type { Reading } from '@/core/steps/reading';

/** A reading that is being put right, and why it was wrong. */
export interface Correction {
  readonly reading: Reading;
  readonly reason: string;
}

/** What the technician has chosen at a step, beside what the run asks for. */
export interface Chosen {
  /** `asked`: what the run asks for. `again`: to read the step once more. Else a reading is put right. */
  readonly entry: 'asked' | 'again' | Correction;
  /** Gone past a barred gate: the result is indicative. */
  readonly forced: boolean;
}

export const NOTHING_CHOSEN: Chosen = { entry: 'asked', forced: false };

/** The correction that was chosen; null where none was. */
export function correctionIn({ entry }: Chosen): Correction | null {
  return entry === 'asked' || entry === 'again' ? null : entry;
}

/**
 * What a stage shows of its step: what was read, why it is barred, that a finished run left it out, or the place to
 * capture. The verdict is always open, and a charge that is on shows the charger until it is taken off.
 */
export function stageShows(
  { id, gate, reading, next }: Pick<SheetStep, 'id' | 'gate' | 'reading' | 'next'>,
  { entry, forced }: Chosen,
  finished: boolean,
): 'done' | 'barred' | 'left_out' | 'entry' {
  if (id === 'verdict') return 'entry';
  const isOn = reading?.kind === 'charge_start' && !finished;
  const asked = entry === 'asked' && !next;
  if (reading && !isOn && (asked || finished)) return 'done';
  if (!gate.open && !forced && correctionIn({ entry, forced }) === null) return 'barred';
  return finished ? 'left_out' : 'entry';
}
