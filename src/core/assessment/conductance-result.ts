import type { BatterySpec } from '../battery/battery';
import { crankingRating } from '../battery/cranking-rating';
import { isRatingStandard } from '../battery/rating-standard';
import { type ConductanceTerms, conductanceTerms, crankingVoltsOf } from '../correction/conductance';
import { conductanceCorrectedTwice } from '../correction/double-correction';
import { tidy } from '../quantity/tidy';
import type { HouseRules } from '../rules/house-rules';
import type { ChargeEstimate } from './charge-estimate';
import type { ConductanceEvidence, Evidence } from './evidence';
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
  const { saeAmps } = conductanceTermsOf(conductance, battery, charge.pct, rating.saeAmps);
  const inAmperes = isRatingStandard(conductance.unit);
  const healthPct = tidy((100 * saeAmps) / rating.saeAmps);
  const { leastChargePct, lowestC, highestC } = rules.conductance;
  const charged = charge.pct >= leastChargePct;
  const own = (inAmperes ? AMPERES_SD : BARE_SD) + (charged ? 0 : LOW_CHARGE_SD);
  // What it is told against is uncertain too, where the label does not say it.
  const relative = Math.hypot(own, rating.basis === 'label' ? 0 : rating.band);
  const inRange = temperatureC >= lowestC && temperatureC <= highestC;
  const known = rating.basis !== 'capacity';
  const { contact = 'clean' } = conductance;
  const conclusive =
    charged &&
    inRange &&
    known &&
    !correctedTwice(evidence) &&
    contact === 'clean' &&
    !charge.surfaceSuspected &&
    !conductance.forced &&
    !charge.indicative;
  return { saeAmps, healthPct, healthSdPct: healthPct * relative, conclusive };
}

/** Amperes said not to have been corrected by the tester: hardly any shows such, and correcting again counts it twice. */
export function correctedTwice({ conductance }: Evidence): boolean {
  return (
    conductance !== null &&
    conductanceCorrectedTwice(conductance.unit, conductance.compensated, null) !== null
  );
}

/** What a reading comes to, term by term. Siemens of this very unit, noted when it was new, go before those of its construction. */
export function conductanceTermsOf(
  conductance: ConductanceEvidence,
  { construction, nominalVolts, baselineSiemens }: BatterySpec,
  chargePct: number,
  ratedSaeAmps: number,
): ConductanceTerms {
  return conductanceTerms(conductance, {
    temperatureC: conductance.temperatureC ?? ASSUMED_TEMPERATURE_C,
    chargePct,
    voltsPerSiemens:
      baselineSiemens == null ? crankingVoltsOf(construction, nominalVolts) : ratedSaeAmps / baselineSiemens,
  });
}
