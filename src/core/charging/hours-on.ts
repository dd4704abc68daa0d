import type { ReadingOf } from '../steps/reading';

const MS_PER_HOUR = 3_600_000;
const MINUTES_AN_HOUR = 60;

/** Hours that a battery has been on charge at a reading: by the charger's own clock where it has one, else by when it was read. */
export function hoursOn(
  start: Pick<ReadingOf<'charge_start'>, 'takenAtMs'>,
  { data, takenAtMs }: Pick<ReadingOf<'charge_log'>, 'data' | 'takenAtMs'>,
): number {
  return data.minutes === undefined
    ? Math.max(0, takenAtMs - start.takenAtMs) / MS_PER_HOUR
    : data.minutes / MINUTES_AN_HOUR;
}
