import type { BatterySpec } from '../battery/battery';
import { crankingRating } from '../battery/cranking-rating';
import { isRatingStandard } from '../battery/rating-standard';
import { crankingAmpsFromConductance } from '../correction/conductance';
import { tidy } from '../quantity/tidy';
import type { HouseRules } from '../rules/house-rules';
import type { ChargeEstimate } from './charge-estimate';
import type { Evidence } from './evidence';
import { ASSUMED_TEMPERATURE_C } from './reference';

/** What a conductance test said. */
export interface ConductanceResult {
  /** Cranking current that the reading stands for, SAE A, corrected. */
  readonly saeAmps: number;
  readonly healthPct: number;
  readonly healthSdPct: number;
  /** False where the circumstances make it inconclusive: shown, never reason enough to retire or to serve. */
  readonly conclusive: boolean;
}

/** Relative uncertainty by what the tester shows, and what a low charge adds. Rules of the trade. */
const AMPERES_SD = 0.09;
const BARE_SD = 0.13;
const LOW_CHARGE_SD = 0.1;
/** Nominal voltage for which the cranking volts of the constructions stand. */
const REFERENCE_VOLTS = 12;

/** Health from conductance against the rating; null when either is unknown, or the charge that it needs. */
export function judgeConductance(
  evidence: Evidence,
  charge: ChargeEstimate | null,
  rules: HouseRules,
): ConductanceResult | null {
  const { conductance, battery } = evidence;
  const rating = crankingRating(battery);
  if (!conductance || !rating || !charge) return null;
  const temperatureC = conductance.temperatureC ?? ASSUMED_TEMPERATURE_C;
  const { construction, nominalVolts } = battery;
  const cranking = crankingAmpsFromConductance(conductance, {
    construction,
    temperatureC,
    chargePct: charge.pct,
    voltsPerSiemens: baselineVolts(battery, rating.saeAmps),
  });
  const inAmperes = isRatingStandard(conductance.unit);
  // Amperes are the battery's own; siemens and ohms of a 6 V battery are of half as many cells.
  const byConstruction = !inAmperes && battery.baselineSiemens == null;
  const saeAmps = byConstruction ? (cranking * nominalVolts) / REFERENCE_VOLTS : cranking;
  const healthPct = tidy((100 * saeAmps) / rating.saeAmps);
  const { leastChargePct, lowestC, highestC } = rules.conductance;
  const charged = charge.pct >= leastChargePct;
  const relative = (inAmperes ? AMPERES_SD : BARE_SD) + (charged ? 0 : LOW_CHARGE_SD);
  const inRange = temperatureC >= lowestC && temperatureC <= highestC;
  const known = rating.basis !== 'capacity';
  const { contact = 'clean' } = conductance;
  const conclusive =
    charged &&
    inRange &&
    known &&
    contact === 'clean' &&
    !charge.surfaceSuspected &&
    !conductance.forced &&
    !charge.indicative;
  return { saeAmps, healthPct, healthSdPct: healthPct * relative, conclusive };
}

/** Cranking current per siemens of this very unit, from what it showed when new; undefined where nobody noted it. */
function baselineVolts({ baselineSiemens }: BatterySpec, ratedSaeAmps: number): number | undefined {
  return baselineSiemens == null ? undefined : ratedSaeAmps / baselineSiemens;
}
