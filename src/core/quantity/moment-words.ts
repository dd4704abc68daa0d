import { TZDateMini } from '@date-fns/tz';
import { lightFormat } from 'date-fns';
import { calendarDay } from './day';

/** What of a moment is told. */
export type MomentPart = 'time' | 'day' | 'full';

/**
 * A moment, ms UTC, as every screen and paper shows it in this zone.
 * @example momentWords(Date.UTC(2026, 0, 31, 8, 5), 'UTC', 'full') // '31 Jan 2026, 08:05'
 */
export function momentWords(atMs: number, zone: string, part: MomentPart): string {
  const there = new TZDateMini(atMs, zone);
  const time = lightFormat(there, 'HH:mm');
  if (part === 'time') return time;
  const day = calendarDay(there.getFullYear(), there.getMonth() + 1, there.getDate());
  return part === 'day' ? day : `${day}, ${time}`;
}
