import { cellsOf } from '../battery/nominal-volts';
import type { HouseRules } from '../rules/house-rules';
import { isStratified } from './cells-result';
import { type Case, charge, type Decision, retire, undecided } from './decision';
import type { FindingCode } from './finding';

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

export function badCell(known: Case): Decision | null {
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
export function chargeUnknown({ estimates, rules }: Case): Decision | null {
  const known = estimates.charge;
  if (!known) return undecided('charge_unknown', 'open_circuit');
  if (known.stillCharging) return undecided('still_charging', 'open_circuit');
  return known.surfaceSuspected && known.pct >= rules.charge.loadGatePct
    ? undecided('surface_charge', 'settle')
    : null;
}

export function chargeLow({ evidence, estimates, rules }: Case): Decision | null {
  const known = estimates.charge;
  if (!known || known.pct >= rules.charge.loadGatePct) return null;
  if (evidence.chargesGiven < rules.charge.fullChargesBeforeRetiring) return charge('charge_low');
  return known.indicative ? undecided('repeat_open_circuit', 'open_circuit') : retire('will_not_hold');
}

/** Sulphated plates get one slow charge; what they are worth after it the other tests say, unless the house goes by this one. */
export function sulphated({ evidence, estimates, rules }: Case): Decision | null {
  const { threeMinute } = estimates;
  if (!threeMinute?.usable || threeMinute.marginVolts >= 0) return null;
  if (evidence.chargesGiven === 0) return charge('sulphated');
  if (!rules.threeMinute.retires) return null;
  return threeMinute.forced ? undecided('repeat_three_minute', 'three_minute') : retire('sulphated');
}

/** A charge that is gone within a day has leaked away inside; one charge given in this visit rules out a mistake. */
export function leaks({ evidence, estimates }: Case): Decision | null {
  const { stand } = estimates;
  if (!stand?.leaks) return null;
  if (evidence.chargesGiven === 0) return charge('internal_leak');
  return stand.forced ? undecided('charge_unknown', 'stand') : retire('internal_leak');
}

/** Whatever its own test left in it: a battery is not left empty, and not put back so. */
export function emptied({ evidence }: Case): Decision | null {
  return evidence.discharge?.drained ? charge('charge_after_discharge') : null;
}

/** Gravity that stays behind the voltage: acid lies in layers, which an equalising charge stirs, again where they are there again. */
export function layered({ evidence, estimates, rules }: Case): Decision | null {
  const { cells, charge: known } = estimates;
  if (!cells || cells.forced) return null;
  return isStratified(evidence, cells, known?.volts25 ?? null, rules) ? charge('stratified') : null;
}
