import { type Evidence, noEvidence } from '../assessment/evidence';
import type { BatterySpec } from '../battery/battery';
import { type CurrentReadings, currentReadings } from './current-readings';
import { skippedIn } from './of-the-run/parts';
import type { Reading } from './reading';
import { STEPS } from './registry';

/** What a run's readings say of its battery, ready to be judged. */
export function evidenceFromReadings(battery: BatterySpec, readings: readonly Reading[]): Evidence {
  return evidenceFromCurrent(battery, currentReadings(readings));
}

/** The same from readings that have been sorted out already. */
export function evidenceFromCurrent(battery: BatterySpec, current: CurrentReadings): Evidence {
  const parts = Object.values(STEPS).map(({ evidence }) => evidence(current));
  return Object.assign(noEvidence(battery), ...parts, { skipped: skippedIn(current) }) as Evidence;
}
