import { tz } from '@date-fns/tz';
import { isValid, parse } from 'date-fns';
import { isMoment } from '../moment-text';

/** Which part of a date comes first where it is written in figures. */
export const DATE_ORDERS = ['day_first', 'month_first', 'year_first'] as const;

export type DateOrder = (typeof DATE_ORDERS)[number];

export const DATE_ORDER_WORDS: Readonly<Record<DateOrder, string>> = {
  day_first: 'day first, as 31.1.2026',
  month_first: 'month first, as 1/31/2026',
  year_first: 'year first, as 2026-01-31',
};

/** How the moments of a file are written, and in which zone they were read off a clock. */
export interface WrittenDates {
  readonly order: DateOrder;
  readonly zone: string;
}

/** A date in figures, with or without a time of day. */
const IN_FIGURES =
  /^(\d{1,4})([./-])(\d{1,2})\2(\d{1,4})(?:(?:,? +|T)(\d{1,2}):(\d{2})(?::(\d{2}))?(?: ?([ap]m))?)?$/i;

/**
 * The orders in which all dates among some texts can be written, none where they are not written alike; null where none
 * needs to be asked about. Day and month are never guessed: where both orders fit, both are answered.
 */
export function ordersOf(texts: readonly string[]): readonly DateOrder[] | null {
  const orders = texts
    .map((text) => text.trim())
    .filter((text) => !isMoment(text))
    .map((text) => DATE_ORDERS.filter((order) => momentFrom(text, { order, zone: 'UTC' }) !== null))
    .filter((fitting) => fitting.length > 0);
  if (orders.length === 0) return null;
  return DATE_ORDERS.filter((order) => orders.every((fitting) => fitting.includes(order)));
}

/**
 * A moment as the format writes it, from a date that is written in this order on a clock of this zone; one without a
 * time of day is that day's noon. Null for what is no such date.
 */
export function momentFrom(text: string, { order, zone }: WrittenDates): string | null {
  const format = formatOf(text, order);
  if (format === null) return null;
  const moment = parse(withTime(text), format, CENTURY, { in: tz(zone) });
  return isValid(moment) ? new Date(moment.getTime()).toISOString() : null;
}

/** Years of two figures are those around this moment: batteries are tested since 1980 or so. */
const CENTURY = Date.UTC(2030, 0, 1);
const NOON = '12:00';

const withTime = (text: string) => (text.includes(':') ? text : `${text} ${NOON}`);

function formatOf(text: string, order: DateOrder): string | null {
  const read = IN_FIGURES.exec(text);
  if (!read) return null;
  const [, first = '', sign = '', , last = '', , , seconds, half] = read;
  const yearFirst = first.length > 2;
  if (yearFirst !== (order === 'year_first') || (yearFirst ? last : first).length > 2) return null;
  if ((yearFirst ? first : last).length === 3) return null;
  const year = (yearFirst ? first : last).length === 4 ? 'yyyy' : 'yy';
  const parts = { day_first: ['d', 'M', year], month_first: ['M', 'd', year], year_first: [year, 'M', 'd'] };
  const between = text.includes(', ') ? "', '" : text.includes('T') ? "'T'" : ' ';
  const blank = half && / [ap]m$/i.test(text) ? ' ' : '';
  const clock = half ? `h:mm${seconds ? ':ss' : ''}${blank}a` : `H:mm${seconds ? ':ss' : ''}`;
  return `${parts[order].join(sign)}${between}${clock}`;
}
