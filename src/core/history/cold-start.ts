import { type Curve, interpolate } from '../quantity/interpolate';
import { coldDemand } from '../vehicle/engine';
import type { JoinedAs } from '../vehicle/vehicle';

/** Cranking current that a battery can give against its SAE rating, by temperature, °C. Rule of the trade. */
const AVAILABLE_BY_CELSIUS: Curve = [
  [-30, 0.78],
  [-18, 1],
  [0, 1.25],
  [25, 1.55],
];
/** The same by its charge, percent. Rule of the trade. */
const AVAILABLE_BY_CHARGE: Curve = [
  [0, 0.1],
  [25, 0.4],
  [50, 0.67],
  [75, 0.85],
  [90, 0.95],
  [100, 1],
];
/** What light oil asks of the starter against a warm engine, by temperature, °C. Rule of the trade. */
const LIGHT_OIL: Curve = [
  [-30, 2.4],
  [-18, 1.7],
  [0, 1.25],
  [20, 1],
];

export type Oil = 'mineral' | 'light';

/** How many times what it asks when warm an engine asks of its starter, by its oil. */
export const demandTimes = (celsius: number, oil: Oil): number =>
  oil === 'light' ? interpolate(LIGHT_OIL, celsius) : coldDemand(celsius);

/** A value with its standard uncertainty. */
export interface Known {
  readonly value: number;
  readonly sd: number;
}

/** One battery of a set before a start. */
export interface ReadyUnit {
  readonly id: string;
  /** Its cranking rating, SAE amperes. */
  readonly saeAmps: number;
  readonly health: Known;
  readonly charge: Known;
}

/** A vehicle before a start: what it carries and how that is joined, and what its engine asks warm. */
export interface ReadyVehicle {
  readonly units: readonly ReadyUnit[];
  readonly joined: JoinedAs;
  /** Of the whole set, A. */
  readonly warmAmps: Known;
  readonly oil: Oil;
}

/** Cranking current that a unit can give, A: rating × temperature × health × charge. Rule of the trade. */
export function availableAmps(
  { saeAmps, health, charge }: ReadyUnit,
  celsius: number,
  off: { readonly health: number; readonly charge: number } = { health: 0, charge: 0 },
): number {
  const healthPct = Math.max(0, health.value + off.health * health.sd);
  const chargePct = Math.min(100, Math.max(0, charge.value + off.charge * charge.sd));
  return (
    saeAmps *
    interpolate(AVAILABLE_BY_CELSIUS, celsius) *
    (healthPct / 100) *
    interpolate(AVAILABLE_BY_CHARGE, chargePct)
  );
}

/**
 * What must be there for every ampere asked so that an engine starts half the times, by temperature, °C: in the cold it must turn faster
 * to fire, and the battery gives less than its table says. And how sharply that goes, a share of it. A model of ours, fitted on
 * 12,000 simulated starts (docs/forecasts.md); the trade's 1.15 holds at about −10 °C.
 */
const STARTS_AT: Curve = [
  [-30, 2.9],
  [-24, 2.23],
  [-18, 1.54],
  [-12, 1.23],
  [-6, 1.02],
  [2, 0.85],
];
const STARTS_SD = 0.127;
/** Where a normal spread is looked at, standard deviations, with the share that each stands for. */
const LOOKED_AT: readonly (readonly [off: number, share: number])[] = [
  [-1.73, 1 / 6],
  [0, 2 / 3],
  [1.73, 1 / 6],
];

/** What a vehicle’s batteries give together, A: in series the weakest decides, in parallel they share. */
export function setAmps(each: readonly number[], joined: JoinedAs): number {
  if (each.length === 0) return 0;
  switch (joined) {
    case 'parallel':
      return each.reduce((sum, amps) => sum + amps, 0);
    case 'series':
      return Math.min(...each);
    case 'single':
    case 'separate':
      // The first is the one that starts it.
      return each[0] ?? 0;
  }
}

/**
 * The chance that a vehicle starts at a temperature, 0 to 1: over what is not known of its batteries’ health and charge and of what
 * its engine asks.
 */
export function chanceOfStart(vehicle: ReadyVehicle, celsius: number): number {
  const { units, joined, warmAmps, oil } = vehicle;
  if (units.length === 0) return 0;
  const asked = warmAmps.value * demandTimes(celsius, oil) * interpolate(STARTS_AT, celsius);
  const askedSd = warmAmps.sd / Math.max(1, warmAmps.value);
  let chance = 0;
  for (const [health, healthShare] of LOOKED_AT) {
    for (const [charge, chargeShare] of LOOKED_AT) {
      // What is wrong about one unit is mostly wrong about its siblings: the same store, the same instrument.
      const given = setAmps(
        units.map((unit) => availableAmps(unit, celsius, { health, charge })),
        joined,
      );
      for (const [demand, demandShare] of LOOKED_AT) {
        const ratio = given / (asked * Math.max(0.1, 1 + demand * askedSd));
        chance += healthShare * chargeShare * demandShare * normalShare((ratio - 1) / STARTS_SD);
      }
    }
  }
  return Math.min(1, Math.max(0, chance));
}

/** Share of a normal spread below so many standard deviations. */
export function normalShare(z: number): number {
  // Abramowitz and Stegun 7.1.26, good to 1.5e-7.
  const x = Math.abs(z) / Math.SQRT2;
  const t = 1 / (1 + 0.3275911 * x);
  const tail =
    t *
    (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429)))) *
    Math.exp(-(x ** 2));
  return z >= 0 ? 1 - tail / 2 : tail / 2;
}

/** What would help a vehicle most before a cold morning. */
export type Help = 'nothing' | 'charge' | 'replace' | 'none_helps';

/** How a vehicle stands before a cold morning. */
export interface ColdMorning {
  readonly chance: number;
  readonly standing: 'starts' | 'at_risk' | 'will_not';
  readonly help: Help;
  /** The unit to be charged or replaced; null where none is. */
  readonly unitId: string | null;
  /** The chance once that has been done. */
  readonly after: number;
}

/** Chances from and up to which a vehicle is at risk. Rules of ours. */
const STARTS_FROM = 0.95;
const WILL_NOT_UP_TO = 0.25;

/** How a vehicle stands at a temperature, and what would help most: a charge before a new battery. */
export function coldMorning(vehicle: ReadyVehicle, celsius: number): ColdMorning {
  const chance = chanceOfStart(vehicle, celsius);
  const standing = chance >= STARTS_FROM ? 'starts' : chance <= WILL_NOT_UP_TO ? 'will_not' : 'at_risk';
  if (standing === 'starts') return { chance, standing, help: 'nothing', unitId: null, after: chance };
  const best = (help: Help, made: (unit: ReadyUnit) => ReadyUnit) =>
    vehicle.units
      .map((unit) => ({
        help,
        unitId: unit.id,
        after: chanceOfStart(
          { ...vehicle, units: vehicle.units.map((one) => (one.id === unit.id ? made(one) : one)) },
          celsius,
        ),
      }))
      .reduce((most, one) => (one.after > most.after ? one : most), {
        help,
        unitId: null as string | null,
        after: chance,
      });
  const charged = best('charge', (unit) => ({ ...unit, charge: CHARGED }));
  const all = {
    help: 'charge' as const,
    unitId: null,
    after: chanceOfStart(
      { ...vehicle, units: vehicle.units.map((unit) => ({ ...unit, charge: CHARGED })) },
      celsius,
    ),
  };
  const helped = all.after > charged.after + WORTH ? all : charged;
  if (helped.after >= STARTS_FROM) return { chance, standing, ...helped };
  const renewed = best('replace', (unit) => ({ ...unit, health: RENEWED, charge: CHARGED }));
  if (renewed.after > helped.after + WORTH) return { chance, standing, ...renewed };
  return helped.after > chance + WORTH
    ? { chance, standing, ...helped }
    : { chance, standing, help: 'none_helps', unitId: null, after: chance };
}

const CHARGED: Known = { value: 97, sd: 2 };
const RENEWED: Known = { value: 101, sd: 4 };
/** A gain in chance that is worth the work. */
const WORTH = 0.05;
