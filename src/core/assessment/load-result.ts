import { crankingRating, workingCapacity } from '../battery/cranking-rating';
import { type LoadSettingName, type LoadToSet, ratedLoad } from '../battery/load-to-set';
import { type ReferredTo, referredTo } from '../battery/own-reference';
import {
  carriedVolts,
  healthFromLoad,
  type LoadConditions,
  loadHealthUncertainty,
  loadVoltsAtFullCharge,
  loadVoltsAtHealth,
} from '../correction/health-from-load';
import { loadLimit } from '../correction/load-limit';
import { normaliseLoadVolts } from '../correction/load-normalising';
import { tidy } from '../quantity/tidy';
import type { HouseRules } from '../rules/house-rules';
import type { ChargeEstimate } from './charge-estimate';
import type { Evidence, LoadEvidence } from './evidence';
import { ASSUMED_TEMPERATURE_C, ownVolt, twelveVolt } from './reference';

/** What a load test of this battery asks for, before anyone has made one. Volts are the battery's own. */
export interface LoadTask {
  /** What to set on the bank. */
  readonly setAmps: number;
  /** The load that the limit is meant for; a reading under another one is brought to it. */
  readonly ratedAmps: number;
  readonly ratedBasis: LoadToSet['basis'];
  readonly setBasis: LoadSettingName;
  readonly holdSeconds: number;
  readonly limitVolts: number;
  readonly temperatureC: number;
  readonly temperatureAssumed: boolean;
}

/**
 * How far a load test may be believed.
 * `counts`: in full. `pass_only`: taken below the charge gate, where a pass still counts and a fail does not.
 * `indicative`: forced, or scaled further than trusted. `unusable`: says nothing.
 */
export type LoadStanding = 'counts' | 'pass_only' | 'indicative' | 'unusable';

/** What a load test said. Volts are the battery's own. */
export interface LoadResult {
  readonly standing: LoadStanding;
  /** Brought to the rated load and time. */
  readonly volts: number;
  readonly marginVolts: number;
  /** Rated load over load held; 1 when it was held as set. */
  readonly ratio: number;
  readonly scaled: boolean;
  readonly healthPct: number | null;
  readonly healthSdPct: number;
  /** The reading that the same battery would have given at full charge; null where its charge is unknown. */
  readonly fullChargeVolts: number | null;
  /** The margin that rule 9 goes by: of the reading, or of that one where the house says so. */
  readonly decidingMarginVolts: number;
  /** What its health is told against where that is the unit itself when new, rather than its label. */
  readonly referredTo?: ReferredTo;
}

/** A load within this share of the set one counts as set: banks are not finer. Rule of the trade. */
const SAME_LOAD = 0.02;
/** The hold that the limit table was written for, s. Standard practice. */
export const LIMIT_SECONDS = 15;
/** Below this a load is broken off at once, V of a 12 V battery: it has failed, and a cell may be reversed. Rule of the trade. */
const COLLAPSE_VOLTS = 6;

/** Where a load on a battery of this nominal voltage is broken off, V. */
export const collapseVolts = (nominalVolts: number) => ownVolt(COLLAPSE_VOLTS, nominalVolts);
/** A hold within this many seconds of the asked one counts as held. */
const SAME_SECONDS = 0.5;

/** The load to set, the time to hold it and the corrected limit; null when no rating or capacity is known. */
export function loadTask(evidence: Evidence, rules: HouseRules): LoadTask | null {
  return loadTaskAt(
    evidence,
    evidence.load?.temperatureC ?? evidence.openCircuit?.temperatureC ?? null,
    rules,
  );
}

/** The same at a temperature that is only being typed; null stands for one that was not measured. */
export function loadTaskAt(
  { battery }: Evidence,
  measuredC: number | null,
  rules: HouseRules,
): LoadTask | null {
  const temperatureC = measuredC ?? ASSUMED_TEMPERATURE_C;
  const { setting, fixedAmps, holdSeconds, cold, coldStepBelowC, coldStepAmps } = rules.load;
  const step = cold === 'rating_step' && temperatureC < coldStepBelowC ? coldStepAmps : 0;
  const rated = ratedLoad(battery, rules.load, step);
  if (!rated) return null;
  return {
    setAmps: setting === 'fixed' ? fixedAmps : rated.amps,
    ratedAmps: rated.amps,
    ratedBasis: rated.basis,
    setBasis: setting === 'fixed' ? 'fixed' : rated.basis,
    holdSeconds,
    limitVolts: ownVolt(loadLimit(temperatureC, rules.load.limitVoltsByCelsius, cold), battery.nominalVolts),
    temperatureC,
    temperatureAssumed: measuredC === null,
  };
}

/** The load test held against its limit; null when there is none, or nothing to hold it against. */
export function judgeLoad(
  evidence: Evidence,
  charge: ChargeEstimate | null,
  task: LoadTask | null,
  rules: HouseRules,
): LoadResult | null {
  const { load, openCircuit, battery } = evidence;
  if (!load || !task) return null;
  const conditions = openCircuit && charge && loadConditions(evidence, charge, task);
  const rating = crankingRating(battery);
  const own = referredTo(battery, 'load');
  const ratio = task.ratedAmps / load.amps;
  // A battery that collapsed cannot be brought to a longer hold: it has failed as it is.
  const collapsed = load.stopped === 'collapse';
  const scaled =
    !collapsed && (Math.abs(ratio - 1) > SAME_LOAD || Math.abs(load.seconds - LIMIT_SECONDS) > SAME_SECONDS);
  const volts12 =
    scaled && conditions
      ? scaledVolts(evidence, load, conditions)
      : twelveVolt(load.volts, battery.nominalVolts);
  const limit12 = twelveVolt(task.limitVolts, battery.nominalVolts);
  const standing = standingOf(load, { charge, conditions, ratio, scaled, task }, rules);
  const healthPct = conditions && standing !== 'unusable' ? healthFromLoad(volts12, conditions) : undefined;
  const fails = tidy(volts12 - limit12) < 0;
  const fullChargeVolts = conditions
    ? tidy(ownVolt(loadVoltsAtFullCharge(volts12, conditions), battery.nominalVolts))
    : null;
  const marginVolts = tidy(ownVolt(volts12 - limit12, battery.nominalVolts));
  const atFullCharge =
    rules.load.atFullCharge && standing === 'counts' && fullChargeVolts !== null && !collapsed;
  const healthCounts = healthPct !== undefined && !(standing === 'pass_only' && fails);
  const result = {
    standing,
    volts: ownVolt(volts12, battery.nominalVolts),
    marginVolts,
    ratio,
    scaled,
    healthPct: healthCounts ? tidy(healthPct) : null,
    fullChargeVolts,
    decidingMarginVolts: atFullCharge ? tidy(fullChargeVolts - task.limitVolts) : marginVolts,
    healthSdPct:
      healthCounts && conditions && charge && rating
        ? healthPct * loadUncertainty({ ratio, ratingBand: rating.band, charge, battery }, conditions, rules)
        : 0,
  };
  return own && healthCounts ? { ...result, referredTo: own } : result;
}

/** Relative uncertainty of a health that a load tells, a test of its own or the engine's. */
export function loadUncertainty(
  held: {
    readonly ratio: number;
    readonly ratingBand: number;
    readonly charge: ChargeEstimate;
    readonly battery: Evidence['battery'];
  },
  conditions: LoadConditions,
  { load: { trustedRatio } }: HouseRules,
): number {
  const { ratio, ratingBand, charge, battery } = held;
  const own = referredTo(battery, 'load');
  return loadHealthUncertainty(
    { ratio, trustedRatio, ratingBand, chargeSdPct: charge.sdPct, ownTests: own?.tests },
    conditions,
  );
}

/** What a load test of this battery is held against, in 12 V terms; null while charge or rating is unknown. */
export function loadConditions(
  evidence: Evidence,
  charge: ChargeEstimate,
  task: LoadTask,
): LoadConditions | null {
  const rating = crankingRating(evidence.battery);
  const c20Ah = workingCapacity(evidence.battery);
  if (!evidence.openCircuit || !rating || c20Ah === undefined) return null;
  const { construction, nominalVolts } = evidence.battery;
  const own = referredTo(evidence.battery, 'load');
  return {
    construction,
    c20Ah,
    temperatureC: task.temperatureC,
    voltsBefore: twelveVolt(evidence.openCircuit.volts, nominalVolts),
    chargePct: charge.pct,
    // Where the house takes the rating a step lower for cold, the limit is meant for that step.
    saeAmps: task.ratedBasis === 'half_rating' ? 2 * task.ratedAmps : rating.saeAmps,
    loadAmps: task.ratedAmps,
    newPct: own?.pct,
  };
}

/** Voltages, in the battery's own volts, that a battery between two healths would end this load test at. */
export function expectedLoadVolts(
  evidence: Evidence,
  charge: ChargeEstimate,
  task: LoadTask,
  healthPct: number,
): number | null {
  const conditions = loadConditions(evidence, charge, task);
  return conditions && ownVolt(loadVoltsAtHealth(healthPct, conditions), evidence.battery.nominalVolts);
}

function scaledVolts({ battery }: Evidence, load: LoadEvidence, conditions: LoadConditions): number {
  const held = {
    voltsBefore: carriedVolts(conditions),
    volts: twelveVolt(load.volts, battery.nominalVolts),
    amps: load.amps,
    seconds: load.seconds,
  };
  return normaliseLoadVolts(held, conditions.loadAmps, LIMIT_SECONDS, conditions);
}

interface Circumstances {
  readonly charge: ChargeEstimate | null;
  readonly conditions: LoadConditions | null;
  readonly ratio: number;
  readonly scaled: boolean;
  readonly task: LoadTask;
}

function standingOf(
  load: LoadEvidence,
  { charge, conditions, ratio, scaled, task }: Circumstances,
  rules: HouseRules,
): LoadStanding {
  const { lowestC, highestC } = rules.temperature;
  const judged = task.temperatureC >= lowestC && task.temperatureC <= highestC;
  const tooSmall = scaled && (load.amps < rules.load.leastAmps || load.seconds < rules.load.leastSeconds);
  if (!judged || tooSmall || (scaled && !conditions)) return 'unusable';
  if (load.forced || charge?.indicative || (scaled && ratio > rules.load.trustedRatio)) return 'indicative';
  return charge && charge.pct >= rules.charge.loadGatePct ? 'counts' : 'pass_only';
}
