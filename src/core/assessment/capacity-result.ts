import type { BatterySpec } from '../battery/battery';
import { CONSTRUCTION_FACTS } from '../battery/construction';
import { printedCapacity } from '../battery/cranking-rating';
import { END_VOLTS_A_CELL, ratedTime } from '../battery/discharge-time';
import { tidy } from '../quantity/tidy';
import type { HouseRules } from '../rules/house-rules';
import type { DischargeEvidence, Evidence, ReturnedEvidence } from './evidence';
import { ASSUMED_TEMPERATURE_C, twelveVolt } from './reference';

/** How the capacity was told: a discharge to its end, its short form, or the Ah that a charge returned. */
export type CapacityMethod = 'discharge' | 'short_discharge' | 'returned';

/** Capacity against the label, at 25 °C. */
export interface CapacityResult {
  readonly method: CapacityMethod;
  /** Percent of the labelled capacity; null where the method only tells whether enough is left. */
  readonly pct: number | null;
  /** Standard uncertainty, percent of the labelled capacity; null with it. */
  readonly sdPct: number | null;
  /** The discharge was ended before the battery was: it holds this much at least. */
  readonly atLeast: boolean;
  /** Below the house's limit for this method. */
  readonly low: boolean;
  /** What it is held against: percent, or V of this battery for the short form. */
  readonly measured: { readonly value: number; readonly limit: number; readonly unit: '%' | 'V' };
  /** Taken past a barred gate: shown, and decides nothing. */
  readonly forced: boolean;
}

/** What a battery holds as a discharge to its end has shown, percent; null where nothing has shown so much. */
export function shownHeld(
  capacity: CapacityResult | null | undefined,
): { readonly pct: number; readonly sdPct: number | null } | null {
  if (capacity?.method !== 'discharge' || capacity.atLeast || capacity.pct === null) return null;
  return { pct: capacity.pct, sdPct: capacity.sdPct };
}

/** Capacity falls by so much for each kelvin under 25 °C. Standard correction of discharge tests. */
const CAPACITY_PER_KELVIN = 0.008;
const REFERENCE_C = 25;
/** Standard uncertainties, relative: of a discharge that was run to its end, and of the Ah that a charge returned. Models of ours. */
const DISCHARGE_SD = 0.04;
const RETURNED_SD = 0.08;
/** Of the charge that it had before, percent of charge. Rule of the trade. */
const FROM_SD_PCT = 8;
/** What Peukert's exponent is not known by, for each factor e between the rated current and this one. A model of ours. */
const PEUKERT_SD = 0.03;
/** A discharge counts as run to its end within so much of the end voltage, V of 12. Rule of the trade. */
const AT_THE_END_VOLTS = 0.1;
/** The short form: this current for each Ah, for so many minutes, each within a tolerance. A model of ours. */
const SHORT_AMPS_PER_AH = 0.42;
const SHORT_MINUTES = 30;
const SHORT_TOLERANCE = 0.15;

/** The current of the short form, A; undefined where no capacity is printed. */
export function shortFormAmps(battery: BatterySpec): number | undefined {
  const c20Ah = printedCapacity(battery);
  return c20Ah === undefined ? undefined : c20Ah * SHORT_AMPS_PER_AH;
}

/**
 * What the discharge says of the capacity, else what a charge from low to full says; null where neither was made, or
 * the label says nothing to hold it against.
 */
export function judgeCapacity(
  { battery, discharge, returned }: Evidence,
  rules: HouseRules,
): CapacityResult | null {
  return (
    (discharge && (byDischarge(discharge, battery, rules) ?? byShortForm(discharge, battery, rules))) ??
    (returned && byReturned(returned, battery, rules))
  );
}

function byDischarge(
  { amps, minutes, endVolts, temperatureC, forced }: DischargeEvidence,
  battery: BatterySpec,
  { capacity: limits }: HouseRules,
): CapacityResult | null {
  const rated = ratedTime(battery, amps);
  if (!rated) return null;
  const warmth = 1 + CAPACITY_PER_KELVIN * ((temperatureC ?? ASSUMED_TEMPERATURE_C) - REFERENCE_C);
  const pct = tidy((100 * minutes) / rated.minutes / warmth);
  const endsAt = END_VOLTS_A_CELL * (battery.nominalVolts / 2);
  const atLeast = endVolts > endsAt + (AT_THE_END_VOLTS * battery.nominalVolts) / 12;
  // One that was ended early tells something only where it had given enough by then.
  if (atLeast && pct < limits.servePct) return null;
  const relative = Math.hypot(DISCHARGE_SD, PEUKERT_SD * Math.log(amps / rated.printedAmps));
  return {
    method: 'discharge',
    pct,
    sdPct: tidy(pct * relative),
    atLeast,
    forced,
    low: !atLeast && pct < limits.retirePct,
    measured: { value: pct, limit: limits.retirePct, unit: '%' },
  };
}

function byShortForm(
  { amps, minutes, earlyVolts, endVolts, forced }: DischargeEvidence,
  battery: BatterySpec,
  { capacity: limits }: HouseRules,
): CapacityResult | null {
  const asked = shortFormAmps(battery);
  if (asked === undefined || earlyVolts === null) return null;
  const near = (value: number, target: number) => Math.abs(value / target - 1) <= SHORT_TOLERANCE;
  if (!near(amps, asked) || !near(minutes, SHORT_MINUTES)) return null;
  const fall = tidy(earlyVolts - endVolts);
  return {
    method: 'short_discharge',
    pct: null,
    sdPct: null,
    atLeast: false,
    forced,
    low: tidy(twelveVolt(fall, battery.nominalVolts)) > limits.shortFallVolts,
    measured: { value: fall, limit: tidy((limits.shortFallVolts * battery.nominalVolts) / 12), unit: 'V' },
  };
}

function byReturned(
  { ampHours, fromPct }: ReturnedEvidence,
  battery: BatterySpec,
  { capacity: limits }: HouseRules,
): CapacityResult | null {
  const c20Ah = printedCapacity(battery);
  if (c20Ah === undefined || fromPct === null || fromPct > limits.returnedFromPct) return null;
  const missing = 1 - fromPct / 100;
  const pct = tidy((100 * ampHours) / (missing * c20Ah * CONSTRUCTION_FACTS[battery.construction].returned));
  return {
    method: 'returned',
    pct,
    sdPct: tidy(pct * Math.hypot(RETURNED_SD, FROM_SD_PCT / 100 / missing)),
    atLeast: false,
    forced: false,
    low: pct < limits.returnedPct,
    measured: { value: pct, limit: limits.returnedPct, unit: '%' },
  };
}
