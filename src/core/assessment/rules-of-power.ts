import { crankingRating } from '../battery/cranking-rating';
import { dutyOf } from '../battery/duty';
import {
  type Case,
  charge,
  chargeBefore,
  type Decide,
  type Decision,
  healthToServeOn,
  retire,
  undecided,
  watch,
} from './decision';
import type { Evidence } from './evidence';
import { type FindingCode, heldAgainst, type Measured } from './finding';
import { LOAD_VOLTS_SD, ownVolt } from './reference';
import { serviceUnknown } from './rules-of-capacity';

/** New batteries give up to a fifth more than their label; from here on it is not the battery. Rule of the trade. */
export const MOST_HEALTH_PCT = 130;

/** Rules of cranking power, beside the point of a deep-cycle battery; while two methods disagree they wait. */
export function ofAnEngine(decide: Decide): Decide {
  const agreed = unlessMethodsDisagree(decide);
  return (known) => (dutyOf(known.evidence.battery) === 'deep_cycle' ? null : agreed(known));
}

/**
 * While two methods that count tell different stories, health decides nothing but that a charge is needed: first the
 * conductance is repeated, whose clamps are the likeliest culprit, then the load, until two loads agree.
 */
function unlessMethodsDisagree(decide: Decide): Decide {
  return (known) => {
    const decision = decide(known);
    if (!decision || decision.verdict === 'charge' || !known.estimates.health?.methodsDisagree)
      return decision;
    const { evidence, estimates } = known;
    const once = estimates.conductance !== null && evidence.conductancesMade < 2;
    const open = once && !evidence.skipped.includes('conductance');
    return undecided('methods_disagree', open ? 'conductance' : 'load');
  };
}

/** Two loads agree that it fails while its conductance stays good: a joint inside opens once current flows. */
function opensUnderLoad({ estimates: { conductance, health }, rules }: Case): boolean {
  return (
    health?.settledByLoads === true &&
    conductance?.conclusive === true &&
    conductance.healthPct >= rules.health.servePct
  );
}

export function loadFailed(at: Case): Decision | null {
  const { evidence, estimates, rules } = at;
  const { load, charge: known } = estimates;
  if (!known || load?.standing !== 'counts' || load.decidingMarginVolts >= 0) return null;
  if (opensUnderLoad(at)) return retire('joint');
  const clearFailure = (rules.load.failsChargedMarginVolts * evidence.battery.nominalVolts) / 12;
  const fails = ratedByCapacity(evidence)
    ? RATING_ASKED
    : unlessClose(
        at,
        -load.decidingMarginVolts < ownVolt(LOAD_VOLTS_SD, evidence.battery.nominalVolts) && !clearlyWorn(at),
        'fails_charged',
      );
  if (known.pct >= rules.load.failsChargedPct && load.decidingMarginVolts < clearFailure) return fails;
  return onceRecoverySeen(at, 'recovery_due', fails);
}

/** What is too weak under load is retired once its voltage has been watched coming back: what stays low lacks charge first. */
function onceRecoverySeen({ evidence, estimates }: Case, due: FindingCode, tooWeak: Decision): Decision {
  const { recovery } = estimates;
  if (recovery === null || recovery === 'unsettled' || evidence.recovery?.forced)
    return undecided(due, 'recovery');
  return recovery === 'stays_low' && evidence.chargesGiven === 0 ? charge('recovers_low') : tooWeak;
}

/** The label gives nothing but a capacity: its cranking current is guessed, ±20 %. */
export const ratedByCapacity = ({ battery }: Evidence) => crankingRating(battery)?.basis === 'capacity';

/** What a guessed rating comes to where it would retire or serve: the label, or what is known of its like, is asked for. */
const RATING_ASKED = undecided('rating_from_capacity', 'identify');

/** The load margin against the upper of two lines, where the house has two and this battery lies between them. */
export function weakUnderLoad({ evidence, estimates, rules }: Case): Measured | null {
  const { load, task } = estimates;
  const band = (rules.load.weakBandVolts * evidence.battery.nominalVolts) / 12;
  if (!task || load?.standing !== 'counts') return null;
  const { decidingMarginVolts: margin } = load;
  if (margin < 0 || margin >= band) return null;
  return heldAgainst(task.limitVolts + margin, task.limitVolts + band, 'V');
}

export function loadWeak(known: Case): Decision | null {
  return weakUnderLoad(known) && known.evidence.chargesGiven === 0 ? charge('load_weak') : null;
}

export function worn(at: Case): Decision | null {
  const { evidence, estimates, rules } = at;
  const { health, charge: known } = estimates;
  if (!health || !known || health.indicative || health.pct >= rules.health.retirePct) return null;
  if (ratedByCapacity(evidence)) return RATING_ASKED;
  if (keptByLoad(at)) return serviceUnknown(at) ?? watch('ageing', at);
  const counting = health.methods.filter(({ indicative }) => !indicative);
  const only = counting.length === 1 ? counting[0] : undefined;
  if (only && only.method !== 'load' && health.pct + health.sdPct >= rules.health.retirePct) {
    return undecided('worn_unconfirmed', 'load');
  }
  if (known.pct < rules.charge.condemnPct) return charge('weak_undercharged');
  const decision = unlessClose(at, !clearlyWorn(at), 'worn');
  // One that passed is no quicker to go than one that failed; where nobody can load it again, its recovery is past too.
  const canBeSeen = estimates.load?.standing === 'counts' && !evidence.skipped.includes('load');
  return decision.verdict === 'retire' && canBeSeen
    ? onceRecoverySeen(at, 'worn_recovery_due', decision)
    : decision;
}

/**
 * A load test that passes, brought to full charge, keeps a battery of little health from being retired, down to the house's
 * floor: below it a pass says only that the limit is lax. In the heat the limit of the table is, and rises for this.
 */
function keptByLoad(at: Case): boolean {
  const { health } = at.estimates;
  return health !== null && health.pct >= at.rules.health.passFloorPct && passesAtFull(at);
}

/** Health under its limit by more than the uncertainty of both: its own, and that of a load test that may pass at full charge. */
function clearlyWorn(at: Case): boolean {
  const { health } = at.estimates;
  if (!health || health.indicative) return false;
  const { passFloorPct, retirePct } = at.rules.health;
  const limitPct = passesAtFull(at, LOAD_VOLTS_SD) ? Math.min(passFloorPct, retirePct) : retirePct;
  return health.pct + health.sdPct < limitPct;
}

/** Whether its load test, brought to full charge, passes; or would with so many volts of a 12 V battery more. */
function passesAtFull({ evidence, estimates: { load, task } }: Case, moreVolts = 0): boolean {
  if (!task || load?.standing !== 'counts' || load.fullChargeVolts === null) return false;
  const warmer = Math.max(0, task.temperatureC - WARM_C) * WARM_LIMIT_VOLTS_PER_KELVIN;
  const limitVolts = task.limitVolts + ((warmer - moreVolts) * evidence.battery.nominalVolts) / 12;
  return load.fullChargeVolts >= limitVolts;
}

/** What would be retired for less than the uncertainty of its reading has its load test repeated; once, for the second decides. */
function unlessClose({ evidence, estimates }: Case, isClose: boolean, code: FindingCode): Decision {
  const once =
    estimates.load?.standing === 'counts' &&
    evidence.loadsMadeVolts.length < 2 &&
    !evidence.skipped.includes('load');
  return isClose && once ? undecided('too_close', 'load') : retire(code);
}

/** From where on the table of limits stands still, °C, and what a battery of the same health gives more for each kelvin, V of 12. A model of ours. */
const WARM_C = 21;

const WARM_LIMIT_VOLTS_PER_KELVIN = 0.018;

export function ageing(known: Case): Decision | null {
  const healthPct = healthToServeOn(known);
  const { estimates, rules } = known;
  if (healthPct === null || healthPct >= rules.health.servePct || !estimates.charge) return null;
  return watch('ageing', known);
}

/**
 * More than a new battery has is no grade but a question: the rating, its standard or the load that was set is not what
 * it was taken for. Without a cranking rating on the label the estimate of one may be at fault, and nobody to ask.
 */
export function beyondNew(known: Case): Decision | null {
  const healthPct = healthToServeOn(known);
  const isRated = known.evidence.battery.ratings.length > 0;
  return isRated && healthPct !== null && healthPct > MOST_HEALTH_PCT
    ? undecided('health_beyond', 'identify')
    : null;
}

/** Conductance is blind to a joint that opens under load: by itself it is no answer to an engine that cranked slowly. */
export function slowCrankUnanswered(known: Case): Decision | null {
  const { evidence, estimates } = known;
  if (!evidence.cranksSlowly || healthToServeOn(known) === null || evidence.skipped.includes('load'))
    return null;
  const counting = estimates.health?.methods.filter(({ indicative }) => !indicative) ?? [];
  const alone = counting.length > 0 && counting.every(({ method }) => method === 'conductance');
  return alone ? undecided('slow_crank_unanswered', 'load') : null;
}

export function sound(known: Case): Decision | null {
  const healthPct = healthToServeOn(known);
  const { estimates } = known;
  if (healthPct === null || !estimates.charge) return null;
  if (chargeBefore(known)) return charge('charge_before_service');
  if (ratedByCapacity(known.evidence)) return { verdict: 'watch', code: 'rating_from_capacity', next: null };
  return { verdict: 'serve', code: 'sound', next: null };
}

/** The cheapest test of power that is open: conductance before load, unless it was passed over. */
export function powerUnknown({ evidence, estimates }: Case): Decision {
  if (!estimates.task) return undecided('rating_unknown', 'identify');
  if (evidence.load) return undecided('repeat_load', 'load');
  const closed = evidence.conductance !== null || evidence.skipped.includes('conductance');
  return undecided('power_unknown', closed ? 'load' : 'conductance');
}
