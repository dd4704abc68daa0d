import type { HouseRules } from './house-rules';
import { STANDARD_RULES } from './standard-rules';
import { upgradeRules } from './upgrade-rules';

/**
 * The standard rules as they began, and what became of them before the version in force. They are data: a run that was
 * judged under one of them is shown with its figures, whatever today's say.
 */
const FIRST = {
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
};

type Changes = Readonly<Record<string, Readonly<Record<string, unknown>>>>;

const IN_4: Changes = {
  load: { atFullCharge: true },
  recovery: { judgedBy: 'charge' },
  cells: { stratifiedVolts: 0.08 },
  threeMinute: { mostChargePct: 40, retires: false },
  health: { passFloorPct: 60 },
};

/** What each version changed of the first; the second, the third and the sixth only asked for more figures. */
const CHANGES: Readonly<Record<number, Changes>> = {
  1: {},
  2: {},
  3: {},
  4: IN_4,
  5: { ...IN_4, capacity: { returnedPct: 72 } },
};

/** A version of the standard rules with its own figures; undefined for one that there never was. */
export function standardRules(version: number): HouseRules | undefined {
  if (version === STANDARD_RULES.version) return STANDARD_RULES;
  const changes = CHANGES[version];
  if (!changes) return undefined;
  const first = upgradeRules(FIRST, 1) as Changes;
  const changed = Object.entries(changes).map(([group, figures]) => [group, { ...first[group], ...figures }]);
  return { ...first, ...Object.fromEntries(changed), version } as HouseRules;
}
