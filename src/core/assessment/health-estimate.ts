import type { HouseRules } from '../rules/house-rules';
import type { ConductanceResult } from './conductance-result';
import type { CrankResult } from './crank-result';
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
}

interface Told {
  readonly load: LoadResult | null;
  readonly conductance: ConductanceResult | null;
  readonly crank: CrankResult | null;
}

/** Health fused over all methods that count, in logarithms; over those that do not where none does. */
export function estimateHealth(told: Told, rules: HouseRules): HealthEstimate | null {
  const methods = methodsOf(told);
  const counting = methods.filter(({ indicative }) => !indicative);
  const fused = fuseRelative(counting.length > 0 ? counting : methods);
  if (!fused) return null;
  const methodsDisagree = counting.some((one, index) =>
    counting.slice(index + 1).some((other) => disagree(one, other, rules.fusion.disagreeSigmas)),
  );
  const { pct, sdPct } = fused;
  return { pct, sdPct, indicative: counting.length === 0, methods, methodsDisagree };
}

function methodsOf({ load, conductance, crank }: Told): MethodHealth[] {
  const methods: MethodHealth[] = [];
  if (load?.healthPct != null) {
    const indicative = load.standing === 'indicative';
    methods.push({ method: 'load', pct: load.healthPct, sdPct: load.healthSdPct, indicative });
  }
  if (conductance) {
    const { healthPct: pct, healthSdPct: sdPct, conclusive } = conductance;
    methods.push({ method: 'conductance', pct, sdPct, indicative: !conclusive });
  }
  if (crank?.health) methods.push({ method: 'crank', ...crank.health, indicative: crank.indicative });
  return methods;
}
