import type { BatterySpec } from '../battery/battery';
import { crankingRating } from '../battery/cranking-rating';
import { type ReferredTo, referredTo } from '../battery/own-reference';
import { isRatingStandard } from '../battery/rating-standard';
import { type ConductanceTerms, conductanceTerms, crankingVoltsOf } from '../correction/conductance';
import { conductanceCorrectedTwice } from '../correction/double-correction';
import { againstOwnTests } from '../correction/health-from-load';
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
  /** What the health is told against where that is the unit itself when new, rather than its label. */
  readonly referredTo?: ReferredTo;
}

/** Relative uncertainty by what the tester shows, and what a low charge adds. Rules of the trade. */
const AMPERES_SD = 0.09;
const BARE_SD = 0.13;
const LOW_CHARGE_SD = 0.1;
/** What remains against the unit's own first tests: of each clamping, and of how a unit differs as it ages. A model of ours. */
const OWN_READING_SD = 0.045;
const OWN_AGEING_SD = 0.045;

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
  const own = referredTo(battery, 'conductance');
  const healthPct = tidy(((100 * saeAmps) / rating.saeAmps) * (100 / (own?.pct ?? 100)));
  const { leastChargePct, lowestC, highestC } = rules.conductance;
  const charged = charge.pct >= leastChargePct;
  const reading = own
    ? againstOwnTests(OWN_READING_SD, OWN_AGEING_SD, own.tests)
    : inAmperes
      ? AMPERES_SD
      : BARE_SD;
  // What it is told against is uncertain too, where neither the label says it nor the unit's own tests.
  const ratingBand = own || rating.basis === 'label' ? 0 : rating.band;
  const relative = Math.hypot(reading + (charged ? 0 : LOW_CHARGE_SD), ratingBand);
  const inRange = temperatureC >= lowestC && temperatureC <= highestC;
  const known = own !== null || rating.basis !== 'capacity';
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
  const told = { saeAmps, healthPct, healthSdPct: healthPct * relative, conclusive };
  return own ? { ...told, referredTo: own } : told;
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
