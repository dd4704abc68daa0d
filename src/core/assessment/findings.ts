import { isSealed } from '../battery/construction';
import { crankingRating } from '../battery/cranking-rating';
import { dutyOf } from '../battery/duty';
import { slotFit } from '../battery/slot-fit';
import { isStratified } from './cells-result';
import { correctedTwice } from './conductance-result';
import type { Case } from './decision';
import { recoveryLimit } from './estimates';
import { type Finding, finding, heldAgainst } from './finding';
import { readTrace } from './load-trace';
import { LOAD_VOLTS_SD, OPEN_VOLTS_SD, ownVolt } from './reference';
import { deepDischargeCode } from './rules-of-charge';
import { dangerOf } from './rules-of-handling';
import { MOST_HEALTH_PCT, weakUnderLoad } from './rules-of-power';
import type { VehicleResult } from './vehicle-result';

/** Everything that the evidence says, whatever decides: each reading against its limit, and what was assumed. */
export function collectFindings(known: Case): Finding[] {
  const found: Finding[] = [];
  for (const add of SOURCES) add(known, found);
  return found;
}

/** Adds what one subject has to say. All write on one list: a file has a hundred thousand of these to collect. */
type Source = (known: Case, found: Finding[]) => void;

const SOURCES: readonly Source[] = [
  inspectionFindings,
  slotFindings,
  vehicleFindings,
  cellFindings,
  chargeFindings,
  loadFindings,
  otherPowerFindings,
  capacityFindings,
  healthFindings,
  assumptions,
];

function inspectionFindings(known: Case, found: Finding[]): void {
  const { evidence, estimates, rules } = known;
  const { inspection, battery } = evidence;
  const danger = dangerOf(known);
  if (danger) found.push(finding(danger));
  if (danger !== 'sulphur_smell' && inspection?.smell === 'rotten_egg') found.push(finding('sulphur_smell'));
  if (inspection?.terminals === 'damaged') found.push(finding('post_damaged'));
  if (inspection?.terminals === 'corroded') found.push(finding('terminals_corroded'));
  if (inspection?.terminals === 'loose') found.push(finding('terminals_loose'));
  if (inspection?.level === 'low' || inspection?.level === 'exposed') {
    found.push(finding(isSealed(battery.construction) ? 'sealed_dry' : 'level_low'));
  }
  const { topVolts } = inspection ?? {};
  if (topVolts != null && topVolts > rules.inspection.surfaceLeakVolts) {
    const limit = rules.inspection.surfaceLeakVolts;
    found.push(finding('surface_leakage', heldAgainst(topVolts, limit, 'V', 0, limit - topVolts)));
  }
  if (inspection?.holdDown === 'loose' || inspection?.holdDown === 'missing')
    found.push(finding('hold_down_loose'));
  if (inspection?.caps === 'missing') found.push(finding('caps_missing'));
  if (inspection?.belt === 'worn') found.push(finding('belt_worn'));
  if (inspection?.fuse === 'blown') found.push(finding('fuse_blown'));
  if (inspection?.eye === 'low_charge') found.push(finding('eye_low_charge'));
  if (inspection?.eye === 'low_level') found.push(finding('eye_low_level'));
  const { temperatureC } = estimates;
  if (temperatureC !== null && temperatureC < rules.temperature.lowestC) {
    found.push(finding('too_cold', heldAgainst(temperatureC, rules.temperature.lowestC, '°C', 1)));
  }
}

function slotFindings({ evidence }: Case, found: Finding[]): void {
  const fit = slotFit(evidence.battery);
  if (fit?.typeFits === false) found.push(finding('wrong_type_for_slot'));
  if (fit?.rating && !fit.rating.fits) {
    found.push(finding('rating_below_slot', heldAgainst(fit.rating.hasSaeAmps, fit.rating.asksSaeAmps, 'A')));
  }
}

function vehicleFindings({ estimates }: Case, found: Finding[]): void {
  for (const result of estimates.vehicleChecks)
    found.push({ ...vehicleFinding(result), check: result.check });
}

function vehicleFinding({ check, value, limit, margin, state }: VehicleResult): Finding {
  const milli = { value: value * 1000, limit: limit * 1000, margin: margin * 1000, unit: 'mA' as const };
  const measured =
    check === 'draw' ? { ...milli, sd: 0 } : { value, limit, margin, sd: 0, unit: 'V' as const };
  if (state === 'within') return finding('vehicle_within', measured);
  if (check === 'draw') return finding('draw_high', measured);
  if (check !== 'regulated') return finding('drop_high', measured);
  return finding(state === 'low' ? 'regulated_low' : 'regulated_high', measured);
}

function cellFindings({ evidence, estimates, rules }: Case, found: Finding[]): void {
  const { cells, charge } = estimates;
  if (!cells) return;
  const unit = cells.source === 'hydrometer' ? '' : 'V';
  const against = (limit: number) => heldAgainst(cells.spread, limit, unit, 0, limit - cells.spread);
  if (cells.state === 'faulty')
    found.push(finding('cell_spread', against(rules.cells.faultySpread), cells.forced));
  if (cells.state === 'uneven')
    found.push(finding('cells_uneven', against(rules.cells.evenSpread), cells.forced));
  if (isStratified(evidence, cells, charge?.volts25 ?? null, rules)) found.push(finding('stratified'));
}

function chargeFindings({ evidence, estimates, rules }: Case, found: Finding[]): void {
  const known = estimates.charge;
  if (!known) return;
  const { nominalVolts } = evidence.battery;
  if (known.volts25 !== null && known.volts25 < rules.charge.deepVolts25) {
    const volts = ownVolt(known.volts25, nominalVolts);
    const limit = ownVolt(rules.charge.deepVolts25, nominalVolts);
    found.push(
      finding(
        deepDischargeCode(known.volts25, nominalVolts, rules),
        heldAgainst(volts, limit, 'V', ownVolt(OPEN_VOLTS_SD, nominalVolts)),
        known.indicative,
      ),
    );
  }
  if (known.stillCharging) found.push(finding('still_charging', null, true));
  else if (known.surfaceSuspected) found.push(finding('surface_charge', null, true));
  if (known.pct < rules.charge.loadGatePct) {
    const measured = heldAgainst(known.pct, rules.charge.loadGatePct, '%', known.sdPct);
    const spent = evidence.chargesGiven >= rules.charge.fullChargesBeforeRetiring;
    found.push(finding(spent ? 'will_not_hold' : 'charge_low', measured, known.indicative));
  } else if (known.pct < rules.charge.servicePct) {
    const measured = heldAgainst(known.pct, rules.charge.servicePct, '%', known.sdPct);
    found.push(finding('charge_before_service', measured, known.indicative));
  }
  if (evidence.discharge?.drained) found.push(finding('charge_after_discharge'));
}

function loadFindings(known: Case, found: Finding[]): void {
  const { evidence, estimates, rules } = known;
  const { load, task, recovery } = estimates;
  if (!load || !task) return;
  const { nominalVolts } = evidence.battery;
  if (load.standing === 'unusable') {
    found.push(finding('load_not_usable', null, true));
    return;
  }
  const indicative = load.standing !== 'counts';
  const margin = load.decidingMarginVolts;
  const fails = margin < 0;
  const told = margin === load.marginVolts ? load.volts : (load.fullChargeVolts ?? load.volts);
  const sd = ownVolt(LOAD_VOLTS_SD, nominalVolts);
  const measured = heldAgainst(told, task.limitVolts, 'V', sd, margin);
  found.push(
    finding(
      fails ? 'load_fails' : 'load_passes',
      measured,
      indicative && (fails || load.standing !== 'pass_only'),
    ),
  );
  if (load.standing === 'pass_only') found.push(finding('load_below_gate'));
  if (margin !== load.marginVolts) found.push(finding('load_at_full_charge'));
  if (fails && evidence.load?.stopped === 'collapse')
    found.push(finding('load_collapsed', measured, indicative));
  if (evidence.load?.stopped === 'gassing') found.push(finding('cell_gasses', null, indicative));
  const weak = weakUnderLoad(known);
  if (weak) found.push(finding('load_weak', weak));
  if (task.setBasis === 'capacity' && crankingRating(evidence.battery)?.basis !== 'capacity')
    found.push(finding('load_limit_lax'));
  traceFindings(known, found);
  if (evidence.load?.forced) found.push(finding('load_forced'));
  if (load.scaled)
    found.push(finding(load.ratio > rules.load.trustedRatio ? 'load_scaled_far' : 'load_scaled'));
  if (evidence.recovery && recovery === 'stays_low' && fails) {
    const limit = recoveryLimit(evidence.battery, estimates.temperatureC, rules.recovery);
    found.push(
      finding(
        'recovers_low',
        heldAgainst(evidence.recovery.volts, limit, 'V', ownVolt(OPEN_VOLTS_SD, nominalVolts)),
      ),
    );
  }
}

/** Share by which a bank may sag before it is said. Rule of the trade. */
const SAG_TOLD = 0.05;

function traceFindings({ evidence, estimates }: Case, found: Finding[]): void {
  const { load, openCircuit, battery } = evidence;
  const read = load?.trace && openCircuit && readTrace(load.trace, openCircuit.volts, battery.nominalVolts);
  if (!read) return;
  if (read.shape === 'capacity') found.push(finding('falls_late'));
  // Every load drops at once; where it held its limit there is nothing to explain.
  if (read.shape === 'resistance' && estimates.load && estimates.load.decidingMarginVolts < 0)
    found.push(finding('drops_at_once'));
  if (read.sag !== null && read.sag > SAG_TOLD) found.push(finding('bank_sagged'));
}

function otherPowerFindings({ evidence, estimates, rules }: Case, found: Finding[]): void {
  const { conductance, crank, threeMinute, health, stand } = estimates;
  if (conductance && !conductance.conclusive) found.push(finding('conductance_inconclusive', null, true));
  if (correctedTwice(evidence)) found.push(finding('amperes_corrected_twice', null, true));
  if (health?.methodsDisagree) found.push(finding('methods_disagree'));
  if (health && health.pct > MOST_HEALTH_PCT && evidence.battery.ratings.length > 0)
    found.push(finding('health_beyond', heldAgainst(health.pct, MOST_HEALTH_PCT, '%'), health.indicative));
  if (crank) {
    const measured = heldAgainst(crank.volts, crank.limitVolts, 'V', 0, crank.marginVolts);
    found.push(finding(crank.marginVolts < 0 ? 'crank_low' : 'crank_holds', measured, crank.indicative));
  }
  const { inrushVolts } = evidence.crank ?? {};
  if (inrushVolts != null) {
    const least = ownVolt(rules.crank.inrushVolts, evidence.battery.nominalVolts);
    if (inrushVolts < least) found.push(finding('inrush_deep', heldAgainst(inrushVolts, least, 'V')));
  }
  if (stand) {
    const measured = heldAgainst(stand.volts25, stand.healthyVolts, 'V');
    const code = stand.leaks ? 'internal_leak' : stand.marginVolts < 0 ? 'stand_low' : 'stand_holds';
    found.push(finding(code, measured, stand.forced));
  }
  if (evidence.chargeRefused) found.push(finding('takes_no_charge'));
  if (threeMinute && !threeMinute.usable) found.push(finding('three_minute_not_usable', null, true));
  if (threeMinute?.usable) {
    // A ceiling: below it is in hand.
    const measured = heldAgainst(threeMinute.volts, threeMinute.limitVolts, 'V', 0, threeMinute.marginVolts);
    found.push(
      finding(
        threeMinute.marginVolts < 0 ? 'sulphated' : 'three_minute_passes',
        measured,
        threeMinute.forced,
      ),
    );
  }
}

function capacityFindings(known: Case, found: Finding[]): void {
  const { discharge } = known.evidence;
  const capacity = capacityFinding(known);
  if (capacity) found.push(capacity);
  else if (discharge) found.push(finding('discharge_cut_short', null, true));
}

function capacityFinding({ estimates: { capacity }, rules }: Case): Finding | null {
  if (!capacity) return null;
  const { measured, sdPct, low, forced, pct, method } = capacity;
  const { value, limit, unit } = measured;
  if (unit === 'V') {
    // A ceiling: a fall below it is in hand.
    const against = heldAgainst(value, limit, unit, 0, limit - value);
    return finding(low ? 'capacity_low' : 'capacity_ungraded', against, forced);
  }
  if (low) return finding('capacity_low', heldAgainst(value, limit, unit, sdPct ?? 0), forced);
  if (method === 'returned') return finding('capacity_ungraded', heldAgainst(value, limit, unit, sdPct ?? 0));
  const against = heldAgainst(value, rules.capacity.servePct, unit, sdPct ?? 0);
  return finding(
    (pct ?? 0) < rules.capacity.servePct ? 'capacity_ageing' : 'capacity_sound',
    against,
    forced,
  );
}

function healthFindings({ estimates: { health }, rules }: Case, found: Finding[]): void {
  if (!health) return;
  const { pct, sdPct, indicative } = health;
  const { retirePct, servePct } = rules.health;
  const worn = pct < retirePct;
  const code = worn ? 'worn' : pct < servePct ? 'ageing' : 'sound';
  found.push(finding(code, heldAgainst(pct, worn ? retirePct : servePct, '%', sdPct), indicative));
}

function assumptions({ evidence, estimates }: Case, found: Finding[]): void {
  const { inspection, openCircuit } = evidence;
  if (!inspection || (inspection.case === null && inspection.terminals === null))
    found.push(finding('not_inspected'));
  if (
    (openCircuit && openCircuit.temperatureC === null) ||
    (evidence.load && estimates.task?.temperatureAssumed)
  ) {
    found.push(finding('temperature_assumed'));
  }
  // A cranking current is beside the point of a battery that works for hours.
  if (dutyOf(evidence.battery) === 'deep_cycle') return;
  const basis = crankingRating(evidence.battery)?.basis;
  if (basis === 'converted') found.push(finding('rating_converted'));
  if (basis === 'capacity') found.push(finding('rating_from_capacity'));
}
