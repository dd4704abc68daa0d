import type { ReadingOf } from '../steps/reading';

const MS_PER_HOUR = 3_600_000;

/**
 * What has gone back into a battery by what was read on its charger, Ah: from the current that it was set to, over straight lines between the
 * readings, up to the last of them. What ran since nobody has read.
 */
export function returnedAh(
  start: ReadingOf<'charge_start'>,
  log: readonly ReadingOf<'charge_log'>[],
): number {
  let [sum, amps, atMs] = [0, start.data.amps, start.takenAtMs];
  for (const { data, takenAtMs } of log) {
    const hours = Math.max(0, takenAtMs - atMs) / MS_PER_HOUR;
    sum += (hours * (amps + data.amps)) / 2;
    [amps, atMs] = [data.amps, Math.max(atMs, takenAtMs)];
  }
  return sum;
}
