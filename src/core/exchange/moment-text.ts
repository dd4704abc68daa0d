import { daysIn } from '../quantity/day';

/** ISO 8601 with a zone, to the minute or finer: what the format itself asks for. A day may end at 24:00. */
const MOMENT =
  /^\d{4}-(?:0[1-9]|1[0-2])-(?:0[1-9]|[12]\d|3[01])T(?:(?:[01]\d|2[0-3]):[0-5]\d(?::[0-5]\d(?:\.\d+)?)?|24:00(?::00)?)(?:Z|[+-](?:[01]\d|2[0-3]):?[0-5]\d)$/;

/** So many days every month has. */
const FEWEST_DAYS = 28;

/** A day, and whatever is said of its time. */
const DAY_FIRST = /^(\d{4})-(\d\d)-(\d\d)(?:[T ].*)?$/;

/** The day that a text of ISO 8601 begins with, whatever its time and zone; null where it is none of the calendar. */
export function dayOf(text: string): string | null {
  const [, year = '', month = '', day = ''] = DAY_FIRST.exec(text) ?? [];
  return Number(day) >= 1 && Number(day) <= daysIn(Number(year), Number(month)) ? text.slice(0, 10) : null;
}

/**
 * Whether a text is a moment as the format writes it, which needs no asking. The language would take 30 February for a
 * day in March.
 */
export function isMoment(text: string): boolean {
  if (!MOMENT.test(text)) return false;
  const day = 10 * digitAt(text, 8) + digitAt(text, 9);
  return day <= FEWEST_DAYS || day <= daysIn(Number(text.slice(0, 4)), Number(text.slice(5, 7)));
}

const ZERO = 48;

const digitAt = (text: string, index: number): number => text.charCodeAt(index) - ZERO;
