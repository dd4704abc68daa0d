/** U+2212: as wide as the plus sign in tabular figures, so that signed columns stay aligned. */
const MINUS = '\u2212';

/** Decimals that a quantity is shown with: as fine as the instrument that gives it, no finer. */
const DECIMALS = {
  V: 2,
  A: 0,
  mA: 0,
  Ah: 0,
  min: 0,
  s: 0,
  '%': 0,
  '°C': 1,
  '°F': 1,
  mΩ: 1,
  S: 0,
  h: 0,
  'mV/day': 0,
  '': 3,
} as const;

/** Units that interface text uses. */
export type Unit = keyof typeof DECIMALS;

interface NumberStyle {
  /** Writes a plus sign before positive numbers, for margins. */
  readonly signed?: boolean;
  /** Decimals, where the unit's usual ones do not fit. */
  readonly decimals?: number;
}

/**
 * A number as interface text, without its unit: fixed decimals, a true minus sign, never "-0.00".
 * @example formatNumber(-0.004, 'V', { signed: true }) // '0.00'
 */
export function formatNumber(value: number, unit: Unit, style: NumberStyle = {}): string {
  const text = Math.abs(value).toFixed(style.decimals ?? DECIMALS[unit]);
  if (Number(text) === 0) return text;
  if (value < 0) return `${MINUS}${text}`;
  return style.signed ? `+${text}` : text;
}

/**
 * A number with its unit, joined by a no-break space so that they never part at a line's end.
 * @example formatQuantity(12.6, 'V') // '12.60 V'
 */
export function formatQuantity(value: number, unit: Unit, style: NumberStyle = {}): string {
  return `${formatNumber(value, unit, style)}${unit === '' ? '' : '\u00A0'}${unit}`;
}

/** Two numbers that decide something read apart: so many decimals more than usual, where it takes them. */
const MOST_MORE_DECIMALS = 2;

/**
 * Decimals with which two numbers that differ also read apart: those of their unit, or up to two more.
 * @example decimalsApart(64.6, 65, '%') // 1
 */
export function decimalsApart(one: number, other: number, unit: Unit): number {
  const usual = DECIMALS[unit];
  if (one === other) return usual;
  let decimals: number = usual;
  while (decimals < usual + MOST_MORE_DECIMALS && one.toFixed(decimals) === other.toFixed(decimals))
    decimals++;
  return decimals;
}

/**
 * A length of time in words that can be read at a glance: seconds under a minute, minutes under two hours, then
 * hours and minutes.
 * @example formatMinutes(134) // '2 h 14 min'
 */
export function formatMinutes(minutes: number): string {
  if (minutes < 1) return `${Math.round(minutes * 60)}\u00A0s`;
  if (minutes < 120) return `${Math.round(minutes)}\u00A0min`;
  const hours = Math.floor(minutes / 60);
  const rest = Math.round(minutes - hours * 60);
  return rest === 0 ? `${hours}\u00A0h` : `${hours}\u00A0h ${rest}\u00A0min`;
}

/**
 * An amount of money in whole units, as the currency is written.
 * @param currency three letters
 * @example formatMoney(1240, 'EUR') // '€1,240'
 */
export function formatMoney(amount: number, currency: string): string {
  const style = { style: 'currency', currency, maximumFractionDigits: 0 } as const;
  return new Intl.NumberFormat('en', style).format(amount);
}
