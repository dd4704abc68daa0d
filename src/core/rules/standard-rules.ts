import type { HouseRules } from './house-rules';

/**
 * The rules that Integra starts with: common practice, the more careful school where two are equally common.
 * Every figure here is a rule of the trade or a model of ours; a shop may set its own.
 */
export const STANDARD_RULES: HouseRules = {
  id: 'integra-standard',
  version: 2,
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
  conductance: { leastChargePct: 60, lowestC: 0, highestC: 50 },
  cells: { evenSpread: 0.025, faultySpread: 0.05, stratifiedVolts: 0.1 },
  threeMinute: { limitVolts: 15.5, leastAmps: 25, lowestC: 16 },
  fusion: { disagreeSigmas: 2.5 },
  health: { servePct: 80, retirePct: 65, gradeAPct: 90, gradeBPct: 80, gradeCPct: 65 },
  temperature: { lowestC: -18, highestC: 50, freezingReserveK: 5 },
};
