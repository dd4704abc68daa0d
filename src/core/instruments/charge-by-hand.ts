import type { BatterySpec } from '../battery/battery';
import { type ChargeMode, EQUALISE_HOURS, planCharge } from '../charging/charge-plan';
import { FULL_AMPS_PER_AH } from '../charging/charging-facts';
import type { BatteryState } from '../physics/battery-state';
import { type Charger, charge, chargeMoment } from '../physics/charge';
import type { Model } from '../physics/physical-battery';

const SECONDS_PER_HOUR = 3600;
/** However flat it was, after so many hours a charge is broken off. */
const MOST_CHARGE_HOURS = 24;
/** Whoever charges looks at the ammeter so often, hours; and not before the first one is over. */
const LOOK_HOURS = 0.5;
const FIRST_LOOK_HOURS = 1;

/** What hours on a charger made of a unit. */
export interface ByTheCharger {
  readonly unit: Model;
  readonly state: BatteryState;
  readonly hours: number;
}

/** A charger set by the plan for a battery that is thought to be so full; null where its capacity is unknown. */
export function chargerAsPlanned(
  spec: BatterySpec,
  mode: ChargeMode,
  chargePct: number,
  temperatureC: number,
): Charger | null {
  const plan = planCharge(spec, {
    chargePct: Math.min(100, Math.max(0, chargePct)),
    temperatureC,
    chargerAmps: null,
    senses: false,
    mode,
  });
  return plan && { amps: plan.amps, volts: plan.absorptionVolts };
}

/** Charges until the current has fallen to what a full battery takes, and tells what went in, Ah. */
export function fillUp(
  unit: Model,
  before: BatteryState,
  charger: Charger,
  shopC: number,
): ByTheCharger & { readonly ampHours: number } {
  let state = before;
  let hours = 0;
  let ampHours = 0;
  while (hours < MOST_CHARGE_HOURS) {
    const { amps } = chargeMoment(unit, state, charger);
    if (hours >= FIRST_LOOK_HOURS && amps < FULL_AMPS_PER_AH * unit.ratedAh) break;
    state = charge(unit, state, charger, LOOK_HOURS * SECONDS_PER_HOUR, shopC);
    hours += LOOK_HOURS;
    ampHours += amps * LOOK_HOURS;
  }
  return { unit, state, hours, ampHours };
}

/** Overcharges a full battery for the hours that stir its acid. */
export function stirUp(unit: Model, state: BatteryState, charger: Charger, shopC: number): ByTheCharger {
  const seconds = EQUALISE_HOURS * SECONDS_PER_HOUR;
  return {
    unit: unit.stirred ?? unit,
    state: charge(unit, state, charger, seconds, shopC),
    hours: EQUALISE_HOURS,
  };
}
