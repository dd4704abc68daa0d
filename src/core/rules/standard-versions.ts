import type { HouseRules } from './house-rules';
import { STANDARD_RULES } from './standard-rules';
import { upgradeRules } from './upgrade-rules';

/**
 * Every version of the standard rules but the one in force, with the figures that it had. They are data: a run that was
 * judged under one of them is shown with its figures, whatever today's say.
 */
const EARLIER_VERSIONS: readonly {
  readonly shape: number;
  readonly rules: Readonly<Record<string, unknown>>;
}[] = [
  {
    shape: 1,
    rules: {
      id: 'integra-standard',
      version: 1,
      name: 'Integra standard',
      charge: {
        loadGatePct: 65,
        servicePct: 75,
        deepVolts25: 11,
        shortedCellVolts25: [10, 10.9],
        fullChargesBeforeRetiring: 2,
      },
      surface: {
        restMinutes: 60,
        ceilingVolts25: { flooded: 12.8, calcium: 12.9, efb: 12.9, agm: 13.05, gel: 13.05 },
      },
      load: {
        holdSeconds: 15,
        limitVoltsByCelsius: [
          [-18, 8.5],
          [-12, 8.7],
          [-7, 8.9],
          [-1, 9.1],
          [4, 9.3],
          [10, 9.4],
          [16, 9.5],
          [21, 9.6],
        ],
        trustedRatio: 2,
        leastAmps: 60,
        leastSeconds: 3,
        mostTests: 3,
        pauseMinutes: 1,
        failsChargedPct: 90,
        failsChargedMarginVolts: -0.15,
      },
      recovery: { volts: 12.4, minutes: 5 },
      health: { servePct: 80, retirePct: 65, gradeAPct: 90, gradeBPct: 80, gradeCPct: 65 },
      temperature: { lowestC: -18, highestC: 50, freezingReserveK: 5 },
    },
  },
];

/** Versions 2 and 3 asked for more figures than the ones before and changed none of them. */
const SAME_FIGURES: ReadonlySet<number> = new Set([1, 2, 3]);

/** A version of the standard rules with its own figures; undefined for one that there never was. */
export function standardRules(version: number): HouseRules | undefined {
  if (version === STANDARD_RULES.version) return STANDARD_RULES;
  const [first] = EARLIER_VERSIONS;
  if (!first || !SAME_FIGURES.has(version)) return undefined;
  return { ...upgradeRules(first.rules, first.shape), version } as HouseRules;
}
