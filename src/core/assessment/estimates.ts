import type { BatterySpec } from '../battery/battery';
import { openCircuitVoltsAtCharge } from '../correction/charge-from-open-circuit';
import { freezingPoint, gravityFromCellVolts, gravityFromCharge } from '../correction/freezing';
import { gravityAt25 } from '../correction/gravity';
import { tidy } from '../quantity/tidy';
import type { HouseRules } from '../rules/house-rules';
import { type CapacityResult, judgeCapacity } from './capacity-result';
import { type CellsResult, judgeCells } from './cells-result';
import { type ChargeEstimate, estimateCharge } from './charge-estimate';
import { type ConductanceResult, judgeConductance } from './conductance-result';
import { type CrankResult, judgeCrank } from './crank-result';
import type { Evidence } from './evidence';
import { estimateHealth, type HealthEstimate } from './health-estimate';
import { judgeLoad, type LoadResult, type LoadTask, loadTask } from './load-result';
import { ASSUMED_TEMPERATURE_C, ownVolt } from './reference';
import { judgeStand, type StandResult } from './stand-result';
import { judgeThreeMinute, type ThreeMinuteResult } from './three-minute-result';
import { judgeVehicle, type VehicleResult } from './vehicle-result';

/** Whether the open voltage came back after a failed load. `unsettled`: too soon to tell. */
export type Recovery = 'recovered' | 'stays_low' | 'unsettled';

/** All numbers that the rule table looks at, computed once from the evidence. */
export interface Estimates {
  readonly temperatureC: number | null;
  readonly charge: ChargeEstimate | null;
  readonly freezesAtC: number | null;
  readonly cells: CellsResult | null;
  readonly conductance: ConductanceResult | null;
  readonly task: LoadTask | null;
  readonly load: LoadResult | null;
  readonly crank: CrankResult | null;
  readonly threeMinute: ThreeMinuteResult | null;
  readonly stand: StandResult | null;
  readonly capacity: CapacityResult | null;
  readonly vehicleChecks: readonly VehicleResult[];
  readonly health: HealthEstimate | null;
  readonly recovery: Recovery | null;
}

/** Everything computable from the evidence under these rules. */
export function estimate(evidence: Evidence, rules: HouseRules): Estimates {
  const charge = estimateCharge(evidence, rules);
  const task = loadTask(evidence, rules);
  const cells = judgeCells(evidence, rules);
  const load = judgeLoad(evidence, charge, task, rules);
  const conductance = judgeConductance(evidence, charge, rules);
  const crank = judgeCrank(evidence, charge, { task, load }, rules);
  const temperatureC = temperatureOf(evidence);
  return {
    temperatureC,
    charge,
    freezesAtC: freezesAt(evidence, charge),
    cells,
    conductance,
    task,
    load,
    crank,
    threeMinute: judgeThreeMinute(evidence, { temperatureC, chargePct: charge?.pct ?? null }, rules),
    stand: judgeStand(evidence, rules),
    capacity: judgeCapacity(evidence, rules),
    vehicleChecks: judgeVehicle(evidence, rules),
    health: estimateHealth({ load, conductance, crank }, evidence, rules),
    recovery: recoveryOf(evidence, temperatureC, rules),
  };
}

/** The battery's own temperature, from whatever step measured it last in working order; once it cooled, what was read since. */
function temperatureOf({
  cooledToC,
  stand,
  load,
  conductance,
  openCircuit,
  crank,
  hydrometer,
}: Evidence): number | null {
  if (cooledToC !== undefined) return cooledToC;
  return (
    stand?.temperatureC ??
    load?.temperatureC ??
    conductance?.temperatureC ??
    openCircuit?.temperatureC ??
    crank?.temperatureC ??
    hydrometer?.temperatureC ??
    null
  );
}

/** Where the thinnest acid of the battery freezes, °C: one frozen cell is enough to keep away from it. Rule of the trade. */
function freezesAt(evidence: Evidence, charge: ChargeEstimate | null): number | null {
  const thinnest = thinnestGravity(evidence, charge);
  return thinnest === null ? null : freezingPoint(thinnest);
}

/**
 * Gravity at 25 °C of the lowest cell where the cells were read, else the one that goes with the charge; below the voltage of
 * an empty battery, where the charge says nothing more, the one that goes with the voltage of a cell.
 */
function thinnestGravity(
  { battery: { construction }, hydrometer, cellVolts }: Evidence,
  charge: ChargeEstimate | null,
): number | null {
  if (hydrometer) {
    const lowest = Math.min(...hydrometer.gravities);
    return hydrometer.compensated
      ? lowest
      : gravityAt25(lowest, hydrometer.temperatureC ?? ASSUMED_TEMPERATURE_C);
  }
  if (cellVolts) return gravityFromCellVolts(Math.min(...cellVolts.volts));
  if (!charge) return null;
  // Without a hydrometer and cells the charge is what the voltage says.
  return charge.volts25 !== null && charge.pct <= 0
    ? gravityFromCellVolts(charge.volts25 / CELLS_OF_12_VOLTS)
    : gravityFromCharge(charge.pct, construction);
}

/** Voltages are compared on a battery of 12 V. */
const CELLS_OF_12_VOLTS = 6;

/** The open voltage, V of this battery at its temperature, that shows the charge to be there after a failed load. */
export function recoveryLimit(
  { construction, nominalVolts }: BatterySpec,
  temperatureC: number | null,
  { judgedBy, chargePct, volts }: HouseRules['recovery'],
): number {
  if (judgedBy === 'volts') return ownVolt(volts, nominalVolts);
  const atC = temperatureC ?? ASSUMED_TEMPERATURE_C;
  return tidy(ownVolt(openCircuitVoltsAtCharge(chargePct, construction, atC), nominalVolts));
}

function recoveryOf(
  { recovery, battery }: Evidence,
  temperatureC: number | null,
  rules: HouseRules,
): Recovery | null {
  if (!recovery) return null;
  if (recovery.volts >= recoveryLimit(battery, temperatureC, rules.recovery)) return 'recovered';
  return recovery.minutes >= rules.recovery.minutes ? 'stays_low' : 'unsettled';
}
