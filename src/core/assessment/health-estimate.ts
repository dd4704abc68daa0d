import { tidy } from '../quantity/tidy';
import type { HouseRules } from '../rules/house-rules';
import type { ConductanceResult } from './conductance-result';
import type { CrankResult } from './crank-result';
import type { Evidence } from './evidence';
import { disagree, type Estimate, fuseRelative } from './fusion';
import type { LoadResult } from './load-result';

/** A way to read the state of health. */
export type HealthMethod = 'load' | 'conductance' | 'crank';

/** Health as one method tells it. */
export interface MethodHealth extends Estimate {
  readonly method: HealthMethod;
  /** Shown only: forced, scaled too far, or inconclusive in its circumstances. */
  readonly indicative: boolean;
}

/** State of health in percent of the rating, fused over the methods that count. */
export interface HealthEstimate extends Estimate {
  /** From readings that are shown only; it neither retires a battery nor lets conductance serve one. */
  readonly indicative: boolean;
  readonly methods: readonly MethodHealth[];
  /** Two methods that count tell different stories, and one of them has to be repeated. */
  readonly methodsDisagree: boolean;
  /** They did, until two load tests agreed: it is theirs. */
  readonly settledByLoads: boolean;
}

interface Told {
  readonly load: LoadResult | null;
  readonly conductance: ConductanceResult | null;
  readonly crank: CrankResult | null;
}

/** Health fused over all methods that count, in logarithms; over those that do not where none does. */
export function estimateHealth(told: Told, evidence: Evidence, rules: HouseRules): HealthEstimate | null {
  const methods = methodsOf(told);
  const [first] = methods;
  if (!first) return null;
  // One method is itself, to the last bit.
  if (methods.length === 1) {
    const { pct, sdPct, indicative } = first;
    return { pct, sdPct, indicative, methods, methodsDisagree: false, settledByLoads: false };
  }
  return fusedHealth(methods, evidence, rules);
}

function fusedHealth(
  methods: readonly MethodHealth[],
  evidence: Evidence,
  rules: HouseRules,
): HealthEstimate | null {
  const counting = methods.filter(({ indicative }) => !indicative);
  const fused = fuseRelative(counting.length > 0 ? counting : methods);
  if (!fused) return null;
  const methodsDisagree = counting.some((one, index) =>
    counting.slice(index + 1).some((other) => disagree(one, other, rules.fusion.disagreeSigmas)),
  );
  const { pct, sdPct } = fused;
  const byLoad = counting.find(({ method }) => method === 'load');
  if (methodsDisagree && byLoad && evidence.conductancesMade !== 1 && loadsAgree(evidence)) {
    const theirs = { pct: byLoad.pct, sdPct: byLoad.sdPct, indicative: false };
    return { ...theirs, methods, methodsDisagree: false, settledByLoads: true };
  }
  return { pct, sdPct, indicative: counting.length === 0, methods, methodsDisagree, settledByLoads: false };
}

/** Two load tests that end so close to each other are believed, V of 12. Rule of the trade. */
const LOADS_AGREE_VOLTS = 0.2;

function loadsAgree({ loadsMadeVolts, battery }: Evidence): boolean {
  const [before, last] = loadsMadeVolts.slice(-2);
  if (before === undefined || last === undefined) return false;
  return tidy(Math.abs(before - last)) <= (LOADS_AGREE_VOLTS * battery.nominalVolts) / 12;
}

function byLoad(load: LoadResult | null): MethodHealth[] {
  if (load?.healthPct == null) return [];
  const { healthPct: pct, healthSdPct: sdPct, standing } = load;
  return [{ method: 'load', pct, sdPct, indicative: standing === 'indicative' }];
}

function methodsOf({ load, conductance, crank }: Told): MethodHealth[] {
  const methods: MethodHealth[] = byLoad(load);
  if (conductance) {
    const { healthPct: pct, healthSdPct: sdPct, conclusive } = conductance;
    methods.push({ method: 'conductance', pct, sdPct, indicative: !conclusive });
  }
  if (crank?.health) methods.push({ method: 'crank', ...crank.health, indicative: crank.healthIndicative });
  return methods;
}
