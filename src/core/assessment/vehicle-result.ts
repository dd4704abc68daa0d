import { tidy } from '../quantity/tidy';
import type { HouseRules } from '../rules/house-rules';
import type { Evidence, VehicleCheck, VehicleEvidence } from './evidence';
import { ownVolt } from './reference';

/** What a measurement on the vehicle said, against the house's figure: V, or A for the draw. */
export interface VehicleResult {
  readonly check: VehicleCheck;
  readonly value: number;
  readonly limit: number;
  /** Positive is good. */
  readonly margin: number;
  readonly state: 'within' | 'high' | 'low';
}

/** Least rise of the regulated voltage over the resting one, V on a 12 V battery. Rule of the trade. */
const LEAST_RISE_VOLTS = 0.5;

/** Voltage drops, the regulated voltage and the parasitic draw, each against the house's figure. Rules of the trade. */
export function judgeVehicle(evidence: Evidence, { vehicle: rules }: HouseRules): VehicleResult[] {
  return evidence.vehicleChecks.map((measured) => judgeCheck(measured, evidence, rules));
}

function judgeCheck(
  measured: VehicleEvidence,
  evidence: Evidence,
  rules: HouseRules['vehicle'],
): VehicleResult {
  const { check, value } = measured;
  switch (check) {
    case 'side_drop':
      return ceiling(
        check,
        value,
        rules.dropJudgedBy === 'side' ? rules.sideDropVolts : rules.jointDropVolts,
      );
    case 'joint_drop':
      return ceiling(check, value, rules.jointDropVolts);
    case 'clamp_drop':
      return ceiling(check, value, rules.clampDropVolts);
    case 'draw':
      return ceiling(check, value, allowedDrawAmps(evidence.battery.rcMinutes, rules.drawAmps));
    case 'regulated':
      return regulated(measured, evidence, rules.regulatedVolts);
  }
}

function ceiling(check: VehicleCheck, value: number, limit: number): VehicleResult {
  const margin = tidy(limit - value);
  return { check, value, limit, margin, state: margin < 0 ? 'high' : 'within' };
}

/** The house's figure, or a quarter of the reserve capacity in milliamperes where that is known and more. */
export function allowedDrawAmps(rcMinutes: number | null, houseAmps: number): number {
  return rcMinutes === null ? houseAmps : Math.max(houseAmps, rcMinutes / 4 / 1000);
}

/** The vehicle's own figure where somebody gave it, whatever the battery rests at; else the house's span. */
function regulated(
  { value, ownFrom, ownTo }: VehicleEvidence,
  { battery, openCircuit }: Evidence,
  [houseFrom, houseTo]: HouseRules['vehicle']['regulatedVolts'],
): VehicleResult {
  const own = (volts: number) => tidy(ownVolt(volts, battery.nominalVolts));
  const risen = openCircuit ? openCircuit.volts + own(LEAST_RISE_VOLTS) : 0;
  const least = ownFrom ?? Math.max(own(houseFrom), risen);
  const most = ownTo ?? own(houseTo);
  const check = 'regulated';
  if (value > most) return { check, value, limit: most, margin: tidy(most - value), state: 'high' };
  const margin = tidy(value - least);
  return { check, value, limit: least, margin, state: margin < 0 ? 'low' : 'within' };
}
