import type { FindingCode } from './finding';
import type { StepId } from './step-id';

/** Where a finding comes from: the steps that it rests on, the rule that acts on it, and why anyone believes it. */
export interface FindingFacts {
  readonly steps: readonly StepId[];
  /** Number in the rule table; null where no rule acts on it and it is told only. */
  readonly rule: string | null;
  /** The house-rule figures that it is held against, in the file's own words. */
  readonly limits: readonly string[];
  readonly source: string;
}

const EYE: readonly StepId[] = ['inspect'];
const OPEN: readonly StepId[] = ['open_circuit', 'hydrometer'];
const LOAD: readonly StepId[] = ['open_circuit', 'load'];
const POWER: readonly StepId[] = ['open_circuit', 'conductance', 'load', 'crank', 'verdict'];

const CAPACITY: readonly StepId[] = ['discharge', 'charge'];

const TRADE = 'rule of the trade';
const STANDARD = 'standard practice of the load test';
const SAFETY = 'rule of the trade, for safety';

const facts = (
  steps: readonly StepId[],
  rule: string | null,
  source: string,
  limits: readonly string[] = [],
): FindingFacts => ({ steps, rule, limits, source });

const DISCHARGED = 'standard of the discharge test; by the Ah of a charge or the short form a model of ours';
const OPEN_CURVE = 'textbook curve of voltage and charge; its limit a rule of the trade';
const HEALTH = 'model of ours: what a new battery loses under this load, over what this one lost';

/** The facts of every finding. */
export const FINDING_FACTS: Readonly<Record<FindingCode, FindingFacts>> = {
  case_cracked: facts(EYE, '1', SAFETY),
  case_bulged: facts(EYE, '1', SAFETY),
  case_leaking: facts(EYE, '1', SAFETY),
  case_frozen: facts(EYE, '1', SAFETY),
  sulphur_smell: facts(EYE, '1', SAFETY),
  too_hot: facts(['open_circuit', 'load', 'conductance'], '1', SAFETY, ['temperature/highestC']),
  frozen_likely: facts(OPEN, '1', 'freezing point of the acid by its gravity, with a reserve', [
    'temperature/freezingReserveK',
  ]),
  post_damaged: facts(EYE, '2', TRADE),
  sealed_dry: facts(EYE, '4', TRADE),
  cell_spread: facts(['hydrometer'], '5', TRADE, ['cells/faultySpread']),
  shorted_cell: facts(['open_circuit'], '5', 'one cell less than a flat battery', [
    'charge/shortedCellVolts25',
  ]),
  deeply_discharged: facts(['open_circuit'], '5', TRADE, ['charge/deepVolts25']),
  takes_no_charge: facts(['charge'], '5', TRADE),
  internal_leak: facts(['stand', 'charge'], '8a', TRADE, ['stand/leakVolts', 'stand/leakHours']),
  will_not_hold: facts([...OPEN, 'charge'], '7', OPEN_CURVE, [
    'charge/loadGatePct',
    'charge/fullChargesBeforeRetiring',
  ]),
  sulphated: facts(['three_minute'], '8', TRADE, [
    'threeMinute/limitVolts',
    'threeMinute/mostChargePct',
    'threeMinute/retires',
  ]),
  fails_charged: facts([...LOAD, 'recovery'], '9', STANDARD, [
    'load/failsChargedPct',
    'load/failsChargedMarginVolts',
    'recovery/judgedBy',
    'recovery/chargePct',
    'recovery/volts',
  ]),
  load_collapsed: facts(LOAD, '9', TRADE),
  cell_gasses: facts(['load'], null, TRADE),
  load_fails: facts(LOAD, '9', STANDARD, ['load/limitVoltsByCelsius', 'load/cold', 'load/atFullCharge']),
  joint: facts(POWER, '9', 'rule of the trade: two loads agree, and the conductance stays good', [
    'fusion/disagreeSigmas',
  ]),
  worn: facts(POWER, '10', HEALTH, ['health/retirePct', 'health/passFloorPct']),
  terminals_corroded: facts(EYE, '3', TRADE),
  terminals_loose: facts(EYE, '3', TRADE),
  surface_leakage: facts(EYE, '3', TRADE, ['inspection/surfaceLeakVolts']),
  too_cold: facts(['open_circuit', 'load'], '3a', TRADE, ['temperature/lowestC']),
  level_low: facts(EYE, '4', TRADE),
  charge_low: facts(OPEN, '7', OPEN_CURVE, ['charge/loadGatePct']),
  surface_charge: facts(['settle', 'open_circuit'], '6', TRADE, [
    'surface/restMinutes',
    'surface/ceilingVolts25',
    'surface/removalCounts',
  ]),
  recovers_low: facts(['load', 'recovery'], '9', TRADE, [
    'recovery/judgedBy',
    'recovery/chargePct',
    'recovery/volts',
    'recovery/minutes',
  ]),
  recovery_due: facts(LOAD, '9', STANDARD, ['load/limitVoltsByCelsius']),
  worn_recovery_due: facts(POWER, '10', HEALTH, ['health/retirePct', 'health/passFloorPct']),
  weak_undercharged: facts(POWER, '10', HEALTH, ['health/retirePct', 'charge/condemnPct']),
  worn_unconfirmed: facts(POWER, '10', HEALTH, ['health/retirePct']),
  too_close: facts(POWER, '10', 'the uncertainty of the reading itself', [
    'health/retirePct',
    'health/passFloorPct',
    'load/limitVoltsByCelsius',
  ]),
  health_beyond: facts([...POWER, 'identify'], '11a', TRADE),
  methods_disagree: facts(POWER, '9', 'two estimates further apart than their uncertainties allow', [
    'fusion/disagreeSigmas',
  ]),
  load_weak: facts(LOAD, '9a', 'the school of two lines', ['load/weakBandVolts']),
  crank_low: facts(['crank'], null, TRADE, ['crank/judgedBy', 'crank/floorVolts']),
  stand_low: facts(['stand'], null, TRADE, ['stand/healthyVolts25']),
  wrong_type_for_slot: facts(['identify'], null, TRADE),
  rating_below_slot: facts(['identify'], null, 'ratings converted to one standard, ±7 %'),
  drop_high: facts(['vehicle'], null, TRADE, ['vehicle/sideDropVolts', 'vehicle/jointDropVolts']),
  regulated_low: facts(['vehicle'], null, TRADE, ['vehicle/regulatedVolts']),
  regulated_high: facts(['vehicle'], null, TRADE, ['vehicle/regulatedVolts']),
  draw_high: facts(['vehicle'], null, 'rule of the trade: the house’s figure, or RC/4 mA', [
    'vehicle/drawAmps',
  ]),
  caps_missing: facts(EYE, null, TRADE),
  belt_worn: facts(EYE, null, TRADE),
  fuse_blown: facts(EYE, null, TRADE),
  hold_down_loose: facts(EYE, null, TRADE),
  cells_uneven: facts(['hydrometer'], null, TRADE, ['cells/evenSpread']),
  stratified: facts(OPEN, '10a', 'open voltage against the one that goes with the charge of the gravity', [
    'cells/stratifiedVolts',
  ]),
  capacity_low: facts(CAPACITY, '8b', DISCHARGED, [
    'capacity/retirePct',
    'capacity/returnedPct',
    'capacity/shortFallVolts',
  ]),
  capacity_ageing: facts(CAPACITY, '10c', DISCHARGED, ['capacity/servePct']),
  capacity_sound: facts(CAPACITY, '10d', DISCHARGED, ['capacity/servePct']),
  capacity_unknown: facts(['discharge'], '10d', TRADE),
  charge_before_discharge: facts([...OPEN, 'charge'], '10d', TRADE),
  cold_for_discharge: facts(['open_circuit', 'discharge'], '10d', TRADE),
  capacity_unconfirmed: facts(CAPACITY, '8b', DISCHARGED, ['capacity/returnedPct']),
  capacity_not_printed: facts(['identify', 'discharge'], '10d', TRADE),
  capacity_ungraded: facts(CAPACITY, '10d', 'model of ours: it tells whether enough is left, not how much', [
    'capacity/returnedPct',
    'capacity/shortFallVolts',
  ]),
  repeat_discharge: facts(['discharge'], '8b', TRADE),
  discharge_cut_short: facts(['discharge'], null, TRADE),
  ageing: facts(POWER, '11', HEALTH, ['health/servePct']),
  charge_before_service: facts(OPEN, '12', OPEN_CURVE, ['charge/servicePct']),
  charge_after_discharge: facts(['discharge'], '10e', TRADE),
  charge_unknown: facts(OPEN, '6', TRADE),
  slow_crank_unanswered: facts(['complaint', 'conductance', 'load'], '10b', TRADE),
  still_charging: facts(['open_circuit'], '6', TRADE),
  repeat_open_circuit: facts(['open_circuit'], '7', TRADE),
  repeat_load: facts(LOAD, '13', TRADE),
  repeat_cells: facts(['hydrometer'], '5', TRADE),
  repeat_three_minute: facts(['three_minute'], '8', TRADE),
  power_unknown: facts(POWER, '13', TRADE),
  rating_unknown: facts(['identify'], '13', TRADE),
  load_passes: facts(LOAD, '9', STANDARD, ['load/limitVoltsByCelsius', 'load/cold']),
  crank_holds: facts(['crank'], null, TRADE, ['crank/judgedBy', 'crank/floorVolts']),
  three_minute_passes: facts(['three_minute'], '8', TRADE, ['threeMinute/limitVolts']),
  stand_holds: facts(['stand'], null, TRADE, ['stand/healthyVolts25']),
  vehicle_within: facts(['vehicle'], null, TRADE),
  sound: facts(POWER, '12', HEALTH, ['health/servePct']),
  not_inspected: facts(EYE, null, TRADE),
  temperature_assumed: facts(['open_circuit', 'load'], null, TRADE),
  rating_converted: facts(['identify', 'load'], null, 'ratings converted to one standard, ±7 %'),
  rating_from_capacity: facts(['identify', 'load'], null, 'model of ours: cranking amperes from Ah, ±20 %'),
  amperes_corrected_twice: facts(['conductance'], null, TRADE),
  load_below_gate: facts(LOAD, null, TRADE, ['charge/loadGatePct']),
  load_forced: facts(['load'], null, TRADE),
  load_scaled: facts(LOAD, null, 'model of ours: activation and ohmic part scaled apart'),
  load_at_full_charge: facts(LOAD, '9', 'model of ours: what the missing charge adds to the resistance', [
    'load/atFullCharge',
  ]),
  load_scaled_far: facts(LOAD, null, 'model of ours, trusted to a ratio', ['load/trustedRatio']),
  load_not_usable: facts(['load'], null, TRADE, ['load/leastAmps', 'load/leastSeconds']),
  load_limit_lax: facts(['load'], null, TRADE, ['load/setting']),
  falls_late: facts(['load'], null, 'rule of the trade: more than 0.3 V in the last 5 s'),
  drops_at_once: facts(['load'], null, TRADE),
  bank_sagged: facts(['load'], null, TRADE),
  inrush_deep: facts(['crank'], null, TRADE, ['crank/inrushVolts']),
  eye_low_charge: facts(EYE, null, TRADE),
  eye_low_level: facts(EYE, null, TRADE),
  conductance_inconclusive: facts(['conductance'], null, TRADE, [
    'conductance/leastChargePct',
    'conductance/lowestC',
    'conductance/highestC',
  ]),
  three_minute_not_usable: facts(['three_minute'], null, TRADE, [
    'threeMinute/leastAmps',
    'threeMinute/lowestC',
    'threeMinute/mostChargePct',
  ]),
};
