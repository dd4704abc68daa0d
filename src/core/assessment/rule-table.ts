import { isSealed } from '../battery/construction';
import { crankingRating, printedCapacity } from '../battery/cranking-rating';
import { dutyOf, suitsAnEngineOnly } from '../battery/duty';
import { cellsOf } from '../battery/nominal-volts';
import type { HouseRules } from '../rules/house-rules';
import { type CapacityResult, DISCHARGE_LOWEST_C, isFull } from './capacity-result';
import { isStratified } from './cells-result';
import type { Estimates } from './estimates';
import type { Evidence } from './evidence';
import { type FindingCode, heldAgainst, type Measured } from './finding';
import { LOAD_VOLTS_SD, ownVolt } from './reference';
import type { StepId } from './step-id';
import type { Verdict } from './verdict';

/** What a rule decides: the verdict, the finding that carries it, and the step to do next. */
export interface Decision {
  readonly verdict: Verdict;
  readonly code: FindingCode;
  readonly next: StepId | null;
}

/** What a rule looks at. */
export interface Case {
  readonly evidence: Evidence;
  readonly estimates: Estimates;
  readonly rules: HouseRules;
}

/** A rule of the table: its number there, what it is about, and what it decides, if it applies. */
/** New batteries give up to a fifth more than their label; from here on it is not the battery. Rule of the trade. */
export const MOST_HEALTH_PCT = 130;

export interface Rule {
  readonly number: string;
  readonly about: string;
  readonly decide: (known: Case) => Decision | null;
}

const retire = (code: FindingCode): Decision => ({ verdict: 'retire', code, next: null });
const charge = (code: FindingCode, next: StepId = 'charge'): Decision => ({ verdict: 'charge', code, next });
const undecided = (code: FindingCode, next: StepId): Decision => ({ verdict: 'undecided', code, next });

/** The first rule that applies decides; the order is the rule. Rules of the trade. */
export const RULE_TABLE: readonly Rule[] = [
  { number: '1', about: 'unsafe to handle', decide: unsafe },
  { number: '2', about: 'post loose in the case or damaged', decide: postDamaged },
  { number: '3', about: 'terminals corroded or loose, top leaking', decide: dirtyTerminals },
  { number: '3a', about: 'too cold to judge', decide: tooCold },
  { number: '4', about: 'electrolyte level', decide: level },
  {
    number: '5',
    about: 'cells unlike each other, or far below the voltage of an empty battery',
    decide: badCell,
  },
  { number: '6', about: 'charge unknown or not to be believed', decide: chargeUnknown },
  { number: '8', about: 'three-minute charge of a low battery above its limit', decide: sulphated },
  { number: '7', about: 'charge below the load-test gate', decide: chargeLow },
  { number: '8a', about: 'charge lost within a day', decide: leaks },
  { number: '8b', about: 'capacity below its limit, of a battery that works for hours', decide: capacityLow },
  { number: '9', about: 'load test failed at a valid gate', decide: ofAnEngine(loadFailed) },
  {
    number: '9a',
    about: 'load test passed, but weak by a house of two lines',
    decide: ofAnEngine(loadWeak),
  },
  { number: '10', about: 'health below the limit', decide: ofAnEngine(worn) },
  { number: '10e', about: 'emptied by its own discharge', decide: emptied },
  { number: '10a', about: 'acid in layers', decide: layered },
  {
    number: '10b',
    about: 'slow cranking, and conductance alone against it',
    decide: ofAnEngine(slowCrankUnanswered),
  },
  {
    number: '10c',
    about: 'capacity low or falling, of a battery that starts an engine',
    decide: ofAnEngine(capacityFalling),
  },
  { number: '10d', about: 'deep cycle: capacity alone', decide: byCapacity },
  { number: '11', about: 'health between retiring and serving', decide: ofAnEngine(ageing) },
  { number: '11a', about: 'health beyond what a new battery has', decide: beyondNew },
  { number: '12', about: 'health good', decide: ofAnEngine(sound) },
  { number: '13', about: 'no test of power that counts', decide: powerUnknown },
];

/** The danger that keeps everyone away from the battery, worst first; null when it is safe to handle. */
export function dangerOf({ evidence, estimates, rules }: Case): FindingCode | null {
  const { inspection } = evidence;
  const { temperatureC, freezesAtC } = estimates;
  switch (inspection?.case) {
    case 'cracked':
      return 'case_cracked';
    case 'bulged':
      return 'case_bulged';
    case 'leaking':
      return 'case_leaking';
    case 'frozen':
      return 'case_frozen';
  }
  if (inspection?.smell === 'rotten_egg') return 'sulphur_smell';
  if (temperatureC === null) return null;
  if (temperatureC > rules.temperature.highestC) return 'too_hot';
  const frozen = freezesAtC !== null && temperatureC < freezesAtC + rules.temperature.freezingReserveK;
  return frozen ? 'frozen_likely' : null;
}

function unsafe(known: Case): Decision | null {
  const code = dangerOf(known);
  return code && { verdict: 'quarantine', code, next: null };
}

function postDamaged({ evidence }: Case): Decision | null {
  return evidence.inspection?.terminals === 'damaged' ? retire('post_damaged') : null;
}

function dirtyTerminals({ evidence, rules }: Case): Decision | null {
  const { topVolts } = evidence.inspection ?? {};
  const leaking = topVolts != null && topVolts > rules.inspection.surfaceLeakVolts;
  switch (evidence.inspection?.terminals) {
    case 'corroded':
      return undecided('terminals_corroded', 'clean');
    case 'loose':
      return undecided('terminals_loose', 'clean');
    default:
      return leaking ? undecided('surface_leakage', 'clean') : null;
  }
}

function tooCold({ estimates, rules }: Case): Decision | null {
  const { temperatureC } = estimates;
  return temperatureC !== null && temperatureC < rules.temperature.lowestC
    ? undecided('too_cold', 'settle')
    : null;
}

/** A low level seen in a type that is never opened cannot be mended: it has dried out. */
function level({ evidence }: Case): Decision | null {
  const seen = evidence.inspection?.level;
  if (seen !== 'low' && seen !== 'exposed') return null;
  return isSealed(evidence.battery.construction) ? retire('sealed_dry') : charge('level_low', 'top_up');
}

/** Whether a rested voltage under the deep limit looks like one shorted cell or like a battery run flat. */
export function deepDischargeCode(
  volts25: number,
  nominalVolts: number,
  { charge: { shortedCellVolts25 } }: HouseRules,
): FindingCode {
  // Of fewer cells one is a larger part: five of six of 12 V, two of three of 6 V.
  const cells = cellsOf(nominalVolts);
  const share = (cells - 1) / cells / SHARE_OF_FIVE_CELLS;
  const [from, to] = shortedCellVolts25.map((volts) => volts * share) as [number, number];
  return volts25 >= from && volts25 <= to ? 'shorted_cell' : 'deeply_discharged';
}

const SHARE_OF_FIVE_CELLS = 5 / 6;

function badCell(known: Case): Decision | null {
  return cellSpread(known) ?? takesNoCharge(known) ?? deepDischarge(known);
}

/** Hours on the charger without taking any: nothing is left to charge. */
function takesNoCharge({ evidence }: Case): Decision | null {
  return evidence.chargeRefused ? retire('takes_no_charge') : null;
}

function cellSpread({ evidence, estimates }: Case): Decision | null {
  const { cells } = estimates;
  if (cells?.state !== 'faulty') return null;
  if (evidence.chargesGiven === 0) return charge('cell_spread');
  return cells.forced ? undecided('repeat_cells', 'hydrometer') : retire('cell_spread');
}

function deepDischarge({ evidence, estimates, rules }: Case): Decision | null {
  const known = estimates.charge;
  if (known?.volts25 == null || !(known.volts25 < rules.charge.deepVolts25)) return null;
  const code = deepDischargeCode(known.volts25, evidence.battery.nominalVolts, rules);
  if (evidence.chargesGiven === 0) return charge(code);
  return known.indicative ? undecided('repeat_open_circuit', 'open_circuit') : retire(code);
}

/** A suspected surface charge only reads high, so a charge that is low in spite of it goes on to the next rule. */
function chargeUnknown({ estimates, rules }: Case): Decision | null {
  const known = estimates.charge;
  if (!known) return undecided('charge_unknown', 'open_circuit');
  if (known.stillCharging) return undecided('still_charging', 'open_circuit');
  return known.surfaceSuspected && known.pct >= rules.charge.loadGatePct
    ? undecided('surface_charge', 'settle')
    : null;
}

function chargeLow({ evidence, estimates, rules }: Case): Decision | null {
  const known = estimates.charge;
  if (!known || known.pct >= rules.charge.loadGatePct) return null;
  if (evidence.chargesGiven < rules.charge.fullChargesBeforeRetiring) return charge('charge_low');
  return known.indicative ? undecided('repeat_open_circuit', 'open_circuit') : retire('will_not_hold');
}

/** Sulphated plates get one slow charge; what they are worth after it the other tests say, unless the house goes by this one. */
function sulphated({ evidence, estimates, rules }: Case): Decision | null {
  const { threeMinute } = estimates;
  if (!threeMinute?.usable || threeMinute.marginVolts >= 0) return null;
  if (evidence.chargesGiven === 0) return charge('sulphated');
  if (!rules.threeMinute.retires) return null;
  return threeMinute.forced ? undecided('repeat_three_minute', 'three_minute') : retire('sulphated');
}

/** A charge that is gone within a day has leaked away inside; one charge given in this visit rules out a mistake. */
function leaks({ evidence, estimates }: Case): Decision | null {
  const { stand } = estimates;
  if (!stand?.leaks) return null;
  if (evidence.chargesGiven === 0) return charge('internal_leak');
  return stand.forced ? undecided('charge_unknown', 'stand') : retire('internal_leak');
}

/**
 * While two methods that count tell different stories, health decides nothing but that a charge is needed: first the
 * conductance is repeated, whose clamps are the likeliest culprit, then the load, until two loads agree.
 */
function unlessMethodsDisagree(decide: Rule['decide']): Rule['decide'] {
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

/** Rules of cranking power, beside the point of a deep-cycle battery; while two methods disagree they wait. */
function ofAnEngine(decide: Rule['decide']): Rule['decide'] {
  const agreed = unlessMethodsDisagree(decide);
  return (known) => (dutyOf(known.evidence.battery) === 'deep_cycle' ? null : agreed(known));
}

/** What works for hours and holds too little is worn, whatever it can still start. */
function capacityLow({ evidence, estimates: { capacity } }: Case): Decision | null {
  if (!capacity?.low || suitsAnEngineOnly(evidence.battery)) return null;
  if (capacity.forced) return undecided('repeat_discharge', 'discharge');
  return isUnsure(capacity) && !evidence.skipped.includes('discharge')
    ? undecided('capacity_unconfirmed', 'discharge')
    : retire('capacity_low');
}

/** What a charge took condemns by itself only where it is clear: a discharge settles what is not. */
const isUnsure = ({ method, pct, sdPct, measured: { limit } }: CapacityResult): boolean =>
  method === 'returned' && (pct ?? 0) + (sdPct ?? 0) >= limit;

/** An engine is started in seconds: too little capacity is watched there, and leaves less in hand on a cold morning. */
function capacityFalling(known: Case): Decision | null {
  const { capacity } = known.estimates;
  if (healthToServeOn(known) === null) return null;
  if (!capacity || capacity.forced) return serviceUnknown(known);
  if (capacity.low) return { verdict: 'watch', code: 'capacity_low', next: chargeBefore(known) };
  // Whoever works for hours with what is left is told so, however well it still cranks.
  const falls = !suitsAnEngineOnly(known.evidence.battery) && isFalling(capacity, known.rules);
  return falls ? { verdict: 'watch', code: 'capacity_ageing', next: chargeBefore(known) } : null;
}

/** Of one that works for hours too, nobody has seen yet for how long; where its label says no capacity, nobody can. */
function serviceUnknown(known: Case): Decision | null {
  const { battery, skipped } = known.evidence;
  if (suitsAnEngineOnly(battery) || printedCapacity(battery) === undefined) return null;
  if (skipped.includes('discharge'))
    return { verdict: 'watch', code: 'capacity_unknown', next: chargeBefore(known) };
  return beforeDischarge(known) ?? undecided('capacity_unknown', 'discharge');
}

const isFalling = ({ method, pct }: CapacityResult, { capacity }: HouseRules): boolean =>
  method === 'discharge' && pct !== null && pct < capacity.servePct;

/** A deep-cycle battery is as good as what it holds; one that nobody discharged has not been tested. */
function byCapacity(known: Case): Decision | null {
  const { evidence, estimates, rules } = known;
  if (dutyOf(evidence.battery) !== 'deep_cycle' || !estimates.charge) return null;
  const { capacity } = estimates;
  const watch = (code: FindingCode): Decision => ({ verdict: 'watch', code, next: chargeBefore(known) });
  if (!capacity || capacity.forced) {
    if (printedCapacity(evidence.battery) === undefined) return undecided('capacity_not_printed', 'identify');
    if (evidence.skipped.includes('discharge')) return watch('capacity_unknown');
    return beforeDischarge(known) ?? undecided('capacity_unknown', 'discharge');
  }
  if (capacity.method !== 'discharge') return watch('capacity_ungraded');
  if (isFalling(capacity, rules)) return watch('capacity_ageing');
  if (chargeBefore(known)) return charge('charge_before_service');
  return { verdict: 'serve', code: 'capacity_sound', next: null };
}

/** A capacity is told from full, and by plates that are not cold. */
function beforeDischarge({ evidence, estimates: { charge: known, temperatureC } }: Case): Decision | null {
  if (known && !isFull(evidence, known.pct)) return charge('charge_before_discharge');
  return temperatureC !== null && temperatureC < DISCHARGE_LOWEST_C
    ? undecided('cold_for_discharge', 'settle')
    : null;
}

/** Two loads agree that it fails while its conductance stays good: a joint inside opens once current flows. */
function opensUnderLoad({ estimates: { conductance, health }, rules }: Case): boolean {
  return (
    health?.settledByLoads === true &&
    conductance?.conclusive === true &&
    conductance.healthPct >= rules.health.servePct
  );
}

function loadFailed(at: Case): Decision | null {
  const { evidence, estimates, rules } = at;
  const { load, charge: known, recovery } = estimates;
  if (!known || load?.standing !== 'counts' || load.decidingMarginVolts >= 0) return null;
  if (opensUnderLoad(at)) return retire('joint');
  const clearFailure = (rules.load.failsChargedMarginVolts * evidence.battery.nominalVolts) / 12;
  const fails = ratedByCapacity(evidence)
    ? RATING_ASKED
    : unlessClose(
        at,
        -load.decidingMarginVolts < ownVolt(LOAD_VOLTS_SD, evidence.battery.nominalVolts),
        'fails_charged',
      );
  if (recovery === 'recovered' && !evidence.recovery?.forced) return fails;
  if (known.pct >= rules.load.failsChargedPct && load.decidingMarginVolts < clearFailure) return fails;
  if (recovery !== 'stays_low' || evidence.recovery?.forced) return undecided('recovery_due', 'recovery');
  return evidence.chargesGiven === 0 ? charge('recovers_low') : fails;
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

function loadWeak(known: Case): Decision | null {
  return weakUnderLoad(known) && known.evidence.chargesGiven === 0 ? charge('load_weak') : null;
}

function worn(at: Case): Decision | null {
  const { evidence, estimates, rules } = at;
  const { health, charge: known } = estimates;
  if (!health || !known || health.indicative || health.pct >= rules.health.retirePct) return null;
  if (ratedByCapacity(evidence)) return RATING_ASKED;
  if (keptByLoad(at))
    return serviceUnknown(at) ?? { verdict: 'watch', code: 'ageing', next: chargeBefore(at) };
  const counting = health.methods.filter(({ indicative }) => !indicative);
  const only = counting.length === 1 ? counting[0] : undefined;
  if (only && only.method !== 'load' && health.pct + health.sdPct >= rules.health.retirePct) {
    return undecided('worn_unconfirmed', 'load');
  }
  if (known.pct < rules.charge.condemnPct) return charge('weak_undercharged');
  return unlessClose(at, health.pct + health.sdPct >= healthLimit(at), 'worn');
}

/**
 * A load test that passes, brought to full charge, keeps a battery of little health from being retired, down to the house's
 * floor: below it a pass says only that the limit is lax. In the heat the limit of the table is, and rises for this.
 */
function keptByLoad(at: Case): boolean {
  const { health } = at.estimates;
  return health !== null && health.pct >= at.rules.health.passFloorPct && passesAtFull(at);
}

/** Below which health it is retired, percent: with a load test that passes the house's floor. */
const healthLimit = (at: Case): number =>
  passesAtFull(at)
    ? Math.min(at.rules.health.passFloorPct, at.rules.health.retirePct)
    : at.rules.health.retirePct;

function passesAtFull({ evidence, estimates: { load, task } }: Case): boolean {
  if (!task || load?.standing !== 'counts' || load.fullChargeVolts === null) return false;
  const warmer = Math.max(0, task.temperatureC - WARM_C) * WARM_LIMIT_VOLTS_PER_KELVIN;
  const limitVolts = task.limitVolts + (warmer * evidence.battery.nominalVolts) / 12;
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

/** Whether it goes on charge before it goes back. */
function chargeBefore({ estimates: { charge: known }, rules }: Case): StepId | null {
  return known !== null && known.pct < rules.charge.servicePct ? 'charge' : null;
}

/** Whatever its own test left in it: a battery is not left empty, and not put back so. */
function emptied({ evidence }: Case): Decision | null {
  return evidence.discharge?.drained ? charge('charge_after_discharge') : null;
}

/** Gravity that stays behind the voltage: acid lies in layers, which an equalising charge stirs, again where they are there again. */
function layered({ evidence, estimates, rules }: Case): Decision | null {
  const { cells, charge: known } = estimates;
  if (!cells || cells.forced) return null;
  return isStratified(evidence, cells, known?.volts25 ?? null, rules) ? charge('stratified') : null;
}

/**
 * Health that a battery may go back to work on: one that counts, or that of a forced load test which passes. A load
 * test that fails without counting says nothing.
 */
function healthToServeOn({ estimates, rules }: Case): number | null {
  const { health, load } = estimates;
  if (!health || health.pct < rules.health.retirePct) return null;
  const forcedPass = load?.standing === 'indicative' && load.marginVolts >= 0;
  return health.indicative && !forcedPass ? null : health.pct;
}

function ageing(known: Case): Decision | null {
  const healthPct = healthToServeOn(known);
  const { estimates, rules } = known;
  if (healthPct === null || healthPct >= rules.health.servePct || !estimates.charge) return null;
  return { verdict: 'watch', code: 'ageing', next: chargeBefore(known) };
}

/**
 * More than a new battery has is no grade but a question: the rating, its standard or the load that was set is not what
 * it was taken for. Without a cranking rating on the label the estimate of one may be at fault, and nobody to ask.
 */
function beyondNew(known: Case): Decision | null {
  const healthPct = healthToServeOn(known);
  const isRated = known.evidence.battery.ratings.length > 0;
  return isRated && healthPct !== null && healthPct > MOST_HEALTH_PCT
    ? undecided('health_beyond', 'identify')
    : null;
}

/** Conductance is blind to a joint that opens under load: by itself it is no answer to an engine that cranked slowly. */
function slowCrankUnanswered(known: Case): Decision | null {
  const { evidence, estimates } = known;
  if (!evidence.cranksSlowly || healthToServeOn(known) === null || evidence.skipped.includes('load'))
    return null;
  const counting = estimates.health?.methods.filter(({ indicative }) => !indicative) ?? [];
  const alone = counting.length > 0 && counting.every(({ method }) => method === 'conductance');
  return alone ? undecided('slow_crank_unanswered', 'load') : null;
}

function sound(known: Case): Decision | null {
  const healthPct = healthToServeOn(known);
  const { estimates } = known;
  if (healthPct === null || !estimates.charge) return null;
  if (chargeBefore(known)) return charge('charge_before_service');
  if (ratedByCapacity(known.evidence)) return { verdict: 'watch', code: 'rating_from_capacity', next: null };
  return { verdict: 'serve', code: 'sound', next: null };
}

/** The cheapest test of power that is open: conductance before load, unless it was passed over. */
function powerUnknown({ evidence, estimates }: Case): Decision {
  if (!estimates.task) return undecided('rating_unknown', 'identify');
  if (evidence.load) return undecided('repeat_load', 'load');
  const closed = evidence.conductance !== null || evidence.skipped.includes('conductance');
  return undecided('power_unknown', closed ? 'load' : 'conductance');
}
