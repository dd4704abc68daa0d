import type { ReadingOf } from '../steps/reading';
import { hoursOn } from './hours-on';

/**
 * What has gone back into a battery by what was read on its charger, Ah: what the charger has counted, where it counts; else from the current
 * that it was set to, over straight lines between the readings, up to the last of them. What ran since nobody has read.
 */
export function returnedAh(
  start: ReadingOf<'charge_start'>,
  log: readonly ReadingOf<'charge_log'>[],
): number {
  let [sum, amps, at] = [0, start.data.amps, 0];
  for (const reading of log) {
    const { data } = reading;
    const hours = Math.max(at, hoursOn(start, reading));
    sum = data.ampHours ?? sum + ((hours - at) * (amps + data.amps)) / 2;
    [amps, at] = [data.amps, hours];
  }
  return sum;
}
