import { openCircuitVoltsAtCharge } from '../correction/charge-from-open-circuit';
import { chargeFromGravity, gravityAt25 } from '../correction/gravity';
import { tidy } from '../quantity/tidy';
import type { HouseRules } from '../rules/house-rules';
import type { Evidence, HydrometerEvidence } from './evidence';
import type { Estimate } from './fusion';
import { ASSUMED_TEMPERATURE_C } from './reference';

/** How alike the cells of a battery are. */
export interface CellsResult {
  readonly source: 'hydrometer' | 'cell_volts';
  /** Highest minus lowest cell: gravity, or V. */
  readonly spread: number;
  readonly state: 'even' | 'uneven' | 'faulty';
  /** Mean gravity at 25 °C; null from voltages. */
  readonly gravity25: number | null;
  readonly forced: boolean;
}

/** Standard uncertainty of a charge read with a hydrometer, percent of charge. Rule of the trade. */
const HYDROMETER_SD_PCT = 4;

/** The cells against each other, from a hydrometer before a voltmeter; null when neither was used. */
export function judgeCells({ hydrometer, cellVolts }: Evidence, rules: HouseRules): CellsResult | null {
  if (hydrometer) {
    const spread = spreadOf(hydrometer.gravities);
    const state = stateOf(spread, rules);
    const gravity25 = meanGravityAt25(hydrometer);
    return { source: 'hydrometer', spread, state, gravity25, forced: hydrometer.forced };
  }
  if (!cellVolts) return null;
  const spread = spreadOf(cellVolts.volts);
  return {
    source: 'cell_volts',
    spread,
    state: stateOf(spread, rules),
    gravity25: null,
    forced: cellVolts.forced,
  };
}

/** The mean of the cells, brought to 25 °C where the hydrometer does not do so itself. */
export function meanGravityAt25({
  gravities,
  temperatureC,
  compensated,
}: Pick<HydrometerEvidence, 'gravities' | 'temperatureC' | 'compensated'>): number {
  const mean = gravities.reduce((sum, gravity) => sum + gravity, 0) / gravities.length;
  return tidy(compensated ? mean : gravityAt25(mean, temperatureC ?? ASSUMED_TEMPERATURE_C));
}

function spreadOf(values: readonly number[]): number {
  return tidy(Math.max(...values) - Math.min(...values));
}

function stateOf(spread: number, { cells }: HouseRules): CellsResult['state'] {
  if (spread >= cells.faultySpread) return 'faulty';
  return spread > cells.evenSpread ? 'uneven' : 'even';
}

/** The charge that the hydrometer tells; only of the types whose gravity means that. */
export function chargeOfCells({ battery }: Evidence, cells: CellsResult | null): Estimate | null {
  if (cells?.gravity25 == null) return null;
  const { construction } = battery;
  if (construction !== 'flooded' && construction !== 'calcium') return null;
  return { pct: chargeFromGravity(cells.gravity25, construction), sdPct: HYDROMETER_SD_PCT };
}

const REFERENCE_C = 25;
/** Before this rest the voltage still stands over the gravity by itself, min. Rule of the trade. */
const LAYERS_TELL_AFTER_MINUTES = 240;

/**
 * Whether the acid lies in layers: the rested voltage says more than belongs to the charge that the gravity tells, by over the
 * house's figure.
 */
export function isStratified(
  evidence: Evidence,
  cells: CellsResult | null,
  volts25: number | null,
  rules: HouseRules,
): boolean {
  const { restMinutes = null } = evidence.openCircuit ?? {};
  if (restMinutes !== null && restMinutes < LAYERS_TELL_AFTER_MINUTES) return false;
  const byGravity = chargeOfCells(evidence, cells);
  if (!byGravity || volts25 === null) return false;
  const belonging = openCircuitVoltsAtCharge(byGravity.pct, evidence.battery.construction, REFERENCE_C);
  return tidy(volts25 - belonging) > rules.cells.stratifiedVolts;
}
