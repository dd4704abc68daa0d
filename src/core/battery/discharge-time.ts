import type { BatterySpec } from './battery';
import { CONSTRUCTION_FACTS } from './construction';

const RATED_HOURS = 20;
const MINUTES_PER_HOUR = 60;
/** The current of the reserve capacity, A. Standard. */
const RESERVE_AMPS = 25;
/** From here to there a reserve capacity tells the time better than the 20 h capacity does, A. */
const NEAR_RESERVE = [15, 40] as const;

/** From here up a discharge is made at the current of the reserve capacity, Ah; smaller ones give a fifth of theirs. Rule of the trade. */
const RESERVE_FROM_AH = 40;
const SMALL_SHARE = 0.2;

/** The current to discharge at, A: 25 A, or a fifth of the capacity of a small battery. */
export function amperesToDischarge({ c20Ah }: Pick<BatterySpec, 'c20Ah'>): number {
  return c20Ah === null || c20Ah >= RESERVE_FROM_AH
    ? RESERVE_AMPS
    : Math.round(c20Ah * SMALL_SHARE * 10) / 10;
}

/** Ends a discharge, V a cell. Standard. */
export const END_VOLTS_A_CELL = 1.75;

/** What a new battery gives, and the current that the printed figure behind it stands for, A: the further from it, the less is known. */
export interface RatedTime {
  readonly minutes: number;
  readonly printedAmps: number;
}

/**
 * Minutes that a new battery gives a steady current from full to 1.75 V a cell at 25 °C: `20 h (C20/(20 I))^k` by
 * Peukert, or from the printed reserve capacity where the current is near its own. Undefined where the label says neither.
 * @example ratedTime({ construction: 'flooded', nominalVolts: 12, ratings: [], c20Ah: 60, rcMinutes: null }, 3)?.minutes // 1200
 */
export function ratedTime(
  { construction, c20Ah, rcMinutes }: BatterySpec,
  amps: number,
): RatedTime | undefined {
  const { peukert } = CONSTRUCTION_FACTS[construction];
  const nearReserve = amps >= NEAR_RESERVE[0] && amps <= NEAR_RESERVE[1];
  if (rcMinutes !== null && (nearReserve || c20Ah === null))
    return { minutes: rcMinutes * (RESERVE_AMPS / amps) ** peukert, printedAmps: RESERVE_AMPS };
  if (c20Ah === null) return undefined;
  const printedAmps = c20Ah / RATED_HOURS;
  return { minutes: RATED_HOURS * MINUTES_PER_HOUR * (printedAmps / amps) ** peukert, printedAmps };
}

/** The minutes alone. */
export const ratedMinutes = (battery: BatterySpec, amps: number): number | undefined =>
  ratedTime(battery, amps)?.minutes;
