/** As months are shown everywhere. A whole calendar's names would be a tenth of what the Bench sends to a browser. */
const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'] as const;

const WHOLE_DAY = /^(\d{4})-(\d\d)-(\d\d)$/;

/**
 * A day as every screen and paper shows it, whatever the zone.
 * @param day as the store keeps it; anything else comes out as it is
 * @example dayWords('2026-01-31') // '31 Jan 2026'
 */
export function dayWords(day: string): string {
  const [, year = '', month = '', date = ''] = WHOLE_DAY.exec(day) ?? [];
  const isDay = Number(date) >= 1 && Number(date) <= daysIn(Number(year), Number(month));
  return isDay ? calendarDay(year, Number(month), Number(date)) : day;
}

/** A day of the calendar in words: January is month 1. */
export function calendarDay(year: number | string, month: number, date: number): string {
  return `${date} ${MONTHS[month - 1]} ${year}`;
}

/** How many days a month has; none for what is no month. */
export function daysIn(year: number, month: number): number {
  if (month < 1 || month > MONTHS.length) return 0;
  // The calendar repeats after 400 years, and a year below 100 would be taken for one of the last century.
  return new Date(2000 + (year % 400), month, 0).getDate();
}
