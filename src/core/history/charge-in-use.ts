import type { Cause } from '../vehicle/cause';
import type { Known } from './cold-start';
import { undercharges } from './strain-in';

/** A charge that was read or put in, and how long ago, days. */
export interface ReadCharge {
  readonly pct: number;
  readonly days: number;
}

/** What a test leaves open of a charge, points. */
const READ_SD = 4;
/** After so many days a vehicle has made of a charge what it makes of any. A model of ours. */
const FORGOTTEN_DAYS = 14;
const FULL_PCT = 100;

/**
 * What a battery in use stands at, percent: what was last read of it, moving toward what its vehicle usually keeps it at, which it has
 * mostly come to after two weeks; that alone where nothing was read.
 */
export function chargeInUse(last: ReadCharge | null, usual: Known): Known {
  if (last === null) return usual;
  const left = Math.exp(-Math.max(0, last.days) / FORGOTTEN_DAYS);
  const value = usual.value + (Math.min(FULL_PCT, last.pct) - usual.value) * left;
  return { value, sd: Math.sqrt((READ_SD * left) ** 2 + usual.sd ** 2 * (1 - left ** 2)) };
}

/** What a battery is charged to in a vehicle that charges as it should, percent. A model of ours. */
const IN_USE: Known = { value: 86, sd: 7 };
/** The same where its vehicle drains it, or charges too little. */
const DRAINED: Known = { value: 62, sd: 15 };
const UNDERCHARGED: Known = { value: 70, sd: 12 };

/** What a battery is usually charged to in a vehicle on which these causes are open, percent. */
export function usualCharge(open: readonly Cause[]): Known {
  if (open.includes('parasitic_draw')) return DRAINED;
  return open.some(undercharges) ? UNDERCHARGED : IN_USE;
}
