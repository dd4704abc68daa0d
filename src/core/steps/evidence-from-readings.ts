import { type Evidence, noEvidence } from '../assessment/evidence';
import type { BatterySpec } from '../battery/battery';
import { byMoment, type CurrentReadings, currentReadings } from './current-readings';
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
  const skipped = skippedIn(current);
  return Object.assign(noEvidence(battery), ...parts, cooledIn(current), { skipped }) as Evidence;
}

/** What was read of its temperature since it was left to cool: a hot reading from before says nothing any more. */
function cooledIn({ all }: CurrentReadings): Pick<Evidence, 'cooledToC'> {
  const cooled = all.settle.findLast(({ data }) => data.method === 'cool');
  if (!cooled) return {};
  const since = Object.values(all)
    .flat()
    .filter((reading) => reading.takenAtMs > cooled.takenAtMs)
    .sort(byMoment);
  const [newest = null] = since.flatMap(({ data }) => temperatureIn(data)).slice(-1);
  return { cooledToC: newest };
}

const temperatureIn = (data: Reading['data']): number[] =>
  'temperatureC' in data && typeof data.temperatureC === 'number' ? [data.temperatureC] : [];
