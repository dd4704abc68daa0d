import { tz } from '@date-fns/tz';
import { addDays, getISODay, set, startOfDay } from 'date-fns';
import type { RoomHours } from './room-facts';
import type { Shift } from './shifts';

/** A plan looks so far ahead, days: beyond it nobody promises anything. */
const DAYS_AHEAD = 21;

/**
 * The shifts of a room from now on, in the order of time, by the clock on the site's wall: an hour that the clock skips or repeats in
 * between is one less or one more.
 */
export function shiftsFrom(hours: readonly RoomHours[], zone: string, nowMs: number): Shift[] {
  const here = { in: tz(zone) };
  const today = startOfDay(nowMs, here);
  const shifts = Array.from({ length: DAYS_AHEAD }, (_, ahead) => addDays(today, ahead, here)).flatMap(
    (day) =>
      hours
        .filter((one) => one.day === getISODay(day, here))
        .map(
          ({ fromMinute, toMinute, onCall }): Shift => ({
            fromMs: atMinute(day, fromMinute, here),
            toMs: atMinute(day, toMinute, here),
            onCall,
          }),
        ),
  );
  return shifts.filter(({ toMs }) => toMs > nowMs).sort((one, other) => one.fromMs - other.fromMs);
}

/** A minute of a day as its own clock shows it. */
const atMinute = (day: Date, minute: number, here: { readonly in: ReturnType<typeof tz> }) =>
  set(day, { hours: Math.floor(minute / 60), minutes: minute % 60 }, here).getTime();
