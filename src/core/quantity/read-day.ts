import { format, isValid, parse } from 'date-fns';

/** How a day may be typed where its order cannot be mistaken: with the month as a word, or year first. */
const WRITTEN = [
  'd MMM yyyy',
  'd MMMM yyyy',
  'd. MMM yyyy',
  'MMM d, yyyy',
  'MMMM d, yyyy',
  'yyyy-M-d',
  'yyyy/M/d',
];
/** In figures only, day first and month first: read where one of them fits alone. */
const IN_FIGURES = [
  ['d.M.yyyy', 'M.d.yyyy'],
  ['d/M/yyyy', 'M/d/yyyy'],
  ['d-M-yyyy', 'M-d-yyyy'],
] as const;

/** Parts that are not written count from here. */
const BASE = new Date(2000, 0, 1);
const dayIn = (text: string, pattern: string) => {
  const day = parse(text, pattern, BASE);
  return isValid(day) && day.getFullYear() >= 1900 ? format(day, 'yyyy-MM-dd') : null;
};

/**
 * A day as the store keeps it, from what was typed; null for what is none, or what could be two.
 * @example readDay('31 Jan 2026') // '2026-01-31'
 * @example readDay('3/4/2026') // null: the third of April or the fourth of March
 */
export function readDay(typed: string): string | null {
  const text = typed.trim().replace(/\s+/g, ' ');
  for (const pattern of WRITTEN) {
    const day = dayIn(text, pattern);
    if (day) return day;
  }
  const read = IN_FIGURES.flatMap((pair) => pair.map((pattern) => dayIn(text, pattern)));
  const days = new Set(read.filter((day) => day !== null));
  const [only = null] = days;
  return days.size === 1 ? only : null;
}
