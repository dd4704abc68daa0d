import type { BatterySpec } from '../battery/battery';
import type { HouseRules } from '../rules/house-rules';
import { STANDARD_RULES } from '../rules/standard-rules';
import { newReading, type Reading, type ReadingData, type ReadingKind } from '../steps/reading';
import type { RunState } from './run-sheet';
import { runState } from './run-state.test-support';

export const MINUTE = 60_000;
export const START = Date.UTC(2026, 0, 12, 8);

export const battery: BatterySpec = {
  construction: 'flooded',
  nominalVolts: 12,
  ratings: [{ standard: 'SAE', amps: 570 }],
  c20Ah: 60,
  rcMinutes: null,
};

type Extra = Partial<Pick<Reading, 'forced' | 'supersedesId' | 'reason' | 'takenAtMs'>>;

/** A run that is written down reading by reading, a minute apart. */
export class WrittenRun {
  readonly readings: Reading[] = [];

  add<K extends ReadingKind>(kind: K, data: ReadingData<K>, extra: Extra = {}): this {
    const number = this.readings.length;
    const reading = newReading(kind, data, {
      id: `00000000-0000-7000-8000-${String(number).padStart(12, '0')}`,
      runId: '00000000-0000-7000-8000-00000000aaaa',
      takenAtMs: START + number * MINUTE,
      technicianId: '00000000-0000-7000-8000-00000000bbbb',
      instrument: 'typed',
    });
    this.readings.push({ ...reading, ...extra });
    return this;
  }

  idOf(index: number): string {
    return this.readings[index]?.id ?? '';
  }

  get lastId(): string {
    return this.idOf(this.readings.length - 1);
  }

  /** When the last reading was taken. */
  get endMs(): number {
    return this.readings.at(-1)?.takenAtMs ?? START;
  }

  at(nowMs = START + 60 * MINUTE, rules: HouseRules = STANDARD_RULES): RunState {
    return runState(battery, this.readings, rules, nowMs);
  }
}
