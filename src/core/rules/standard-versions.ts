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
  {
    shape: 4,
    rules: {
      id: 'integra-standard',
      version: 4,
      name: 'Integra standard',
      charge: {
        loadGatePct: 65,
        servicePct: 75,
        deepVolts25: 11,
        shortedCellVolts25: [10, 10.9],
        fullChargesBeforeRetiring: 2,
        condemnPct: 75,
      },
      surface: {
        restMinutes: 60,
        ceilingVolts25: { flooded: 12.8, calcium: 12.9, efb: 12.9, agm: 13.05, gel: 13.05 },
        removalCounts: true,
        waitMinutes: 10,
      },
      load: {
        setting: 'half_rating',
        fixedAmps: 125,
        holdSeconds: 15,
        cold: 'table',
        coldStepBelowC: -7,
        coldStepAmps: 50,
        weakBandVolts: 0,
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
        atFullCharge: true,
      },
      recovery: { judgedBy: 'charge', chargePct: 75, volts: 12.4, minutes: 5 },
      conductance: { leastChargePct: 60, lowestC: 0, highestC: 50 },
      cells: { evenSpread: 0.025, faultySpread: 0.05, stratifiedVolts: 0.08 },
      inspection: { surfaceLeakVolts: 0.5 },
      crank: {
        judgedBy: 'floor',
        floorVolts: 9.6,
        largeEngineVolts: 1,
        smallEngineVolts: 0.5,
        motorcycleFloodedVolts: 9,
        motorcycleSealedVolts: 10,
        inrushVolts: 8.5,
      },
      stand: {
        healthyVolts25: { flooded: 12.6, calcium: 12.65, efb: 12.65, agm: 12.75, gel: 12.75 },
        leakVolts: 12.2,
        leakHours: 24,
      },
      threeMinute: {
        used: true,
        limitVolts: 15.5,
        leastAmps: 25,
        lowestC: 16,
        mostChargePct: 40,
        retires: false,
      },
      fusion: { disagreeSigmas: 2.5 },
      health: { servePct: 80, retirePct: 65, passFloorPct: 60, gradeAPct: 90, gradeBPct: 80, gradeCPct: 65 },
      vehicle: {
        sideDropVolts: 0.2,
        jointDropVolts: 0.1,
        clampDropVolts: 0.05,
        dropJudgedBy: 'side',
        regulatedVolts: [13.5, 14.7],
        regulatedByVehicle: false,
        drawAmps: 0.05,
      },
      temperature: { lowestC: -18, highestC: 50, freezingReserveK: 5 },
    },
  },
];

/** Versions 2 and 3 asked for more figures than the first and changed none of them. */
const SAME_FIGURES: Readonly<Record<number, number>> = { 2: 1, 3: 1 };

/** A version of the standard rules with its own figures; undefined for one that there never was. */
export function standardRules(version: number): HouseRules | undefined {
  if (version === STANDARD_RULES.version) return STANDARD_RULES;
  const kept = SAME_FIGURES[version] ?? version;
  const earlier = EARLIER_VERSIONS.find(({ rules }) => rules.version === kept);
  return earlier && ({ ...upgradeRules(earlier.rules, earlier.shape), version } as HouseRules);
}
