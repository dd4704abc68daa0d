import { format, isValid, parseISO } from 'date-fns';

/**
 * A day as every screen and paper shows it, whatever the zone.
 * @param day as the store keeps it; anything else comes out as it is
 * @example dayWords('2026-01-31') // '31 Jan 2026'
 */
export function dayWords(day: string): string {
  const parsed = WHOLE_DAY.test(day) ? parseISO(day) : null;
  return parsed !== null && isValid(parsed) ? format(parsed, 'd MMM yyyy') : day;
}

const WHOLE_DAY = /^\d{4}-\d\d-\d\d$/;
