/** The most digits of a decimal number that stand for one whole number without rounding. */
const MOST_DIGITS = 15;
const POWERS_OF_TEN = Array.from({ length: MOST_DIGITS + 1 }, (_, power) => 10 ** power);

const ZERO = 0x30;
const NINE = 0x39;
const POINT = 0x2e;
const MINUS = 0x2d;

/**
 * The number that stands in part of a text as digits with at most one point, and a minus before them; NaN for whatever
 * else a number can look like, which is left to who asks. No text is cut out for it: a file has millions of cells.
 *
 * It is the number that `Number` reads: fifteen digits and their power of ten are whole numbers that a double holds
 * exactly, and a division rounds once.
 */
export function plainDecimal(text: string, from: number, to: number): number {
  const negative = text.charCodeAt(from) === MINUS;
  const first = negative ? from + 1 : from;
  let whole = 0;
  let point = -1;
  for (let at = first; at < to; at++) {
    const code = text.charCodeAt(at);
    if (code >= ZERO && code <= NINE) whole = 10 * whole + code - ZERO;
    else if (code === POINT && point < 0) point = at;
    else return Number.NaN;
  }
  const digits = to - first - (point < 0 ? 0 : 1);
  if (digits < 1 || digits > MOST_DIGITS) return Number.NaN;
  const value = point < 0 ? whole : whole / (POWERS_OF_TEN[to - point - 1] ?? Number.NaN);
  return negative ? -value : value;
}

/**
 * The decimal number that a text of a file is, with a point or a comma; NaN for anything else, hexadecimal and infinity
 * included, and for nothing at all.
 */
export function writtenNumber(text: string): number {
  if (text.trim() === '' || OTHER_BASE.test(text)) return Number.NaN;
  const value = Number(DECIMAL_COMMA.test(text) ? text.replace(',', '.') : text);
  return Number.isFinite(value) ? value : Number.NaN;
}

const DECIMAL_COMMA = /^[+-]?\d*,\d+$/;
const OTHER_BASE = /^0[xob]/i;

/** Up to here what a number comes to in units of the last place is told exactly enough. */
const MOST_UNITS = 1e9;
/** So near to the middle between two figures it is the number's own bits that tell which is written, in units of the last place. */
const CLEAR_OF_THE_MIDDLE = 0.4999;

/**
 * Writes numbers with so many decimals, from 1, as `toFixed` does and several times as fast: by whole numbers, and what
 * stands behind the point by a list.
 */
export function fixedWriter(decimals: number): (value: number) => string {
  const scale = 10 ** decimals;
  const behindPoint = Array.from(
    { length: scale },
    (_, units) => `.${String(units).padStart(decimals, '0')}`,
  );
  return (value) => {
    const scaled = Math.abs(value) * scale;
    const units = Math.round(scaled);
    if (!(units < MOST_UNITS && Math.abs(scaled - units) < CLEAR_OF_THE_MIDDLE))
      return value.toFixed(decimals);
    const figure = `${Math.floor(units / scale)}${behindPoint[units % scale]}`;
    return value < 0 ? `-${figure}` : figure;
  };
}
