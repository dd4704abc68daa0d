/**
 * House rules as they were kept before, brought to what is asked of them today. Each shape asked for figures that the
 * one before did not know; rules of that time were judged by what the core then did without asking, and that is what
 * they are given. These figures are history and never change: a new figure is a new shape with an entry of its own.
 */

/** The shape of house rules as they are kept now. */
export const RULES_SHAPE = 6;

type Groups = Readonly<Record<string, Readonly<Record<string, unknown>>>>;

/** Hydrometer, conductance and three-minute charge came with shape 2. */
const ADDED_IN_2: Groups = {
  conductance: { leastChargePct: 60, lowestC: 0, highestC: 50 },
  cells: { evenSpread: 0.025, faultySpread: 0.05, stratifiedVolts: 0.1 },
  threeMinute: { limitVolts: 15.5, leastAmps: 25, lowestC: 16 },
  fusion: { disagreeSigmas: 2.5 },
};

/** The schools of practice came with shape 3. */
const ADDED_IN_3: Groups = {
  charge: { condemnPct: 75 },
  surface: { removalCounts: true, waitMinutes: 10 },
  load: {
    setting: 'half_rating',
    fixedAmps: 125,
    cold: 'table',
    coldStepBelowC: -7,
    coldStepAmps: 50,
    weakBandVolts: 0,
  },
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
  threeMinute: { used: true },
  vehicle: {
    sideDropVolts: 0.2,
    jointDropVolts: 0.1,
    clampDropVolts: 0.05,
    dropJudgedBy: 'side',
    regulatedVolts: [13.5, 14.7],
    regulatedByVehicle: false,
    drawAmps: 0.05,
  },
};

/** What a charge makes of a reading, and what a test may decide by itself, came with shape 4. */
const ADDED_IN_4: Groups = {
  load: { atFullCharge: false },
  recovery: { judgedBy: 'volts', chargePct: 75 },
  threeMinute: { mostChargePct: 100, retires: true },
  health: { passFloorPct: 100 },
};

/**
 * Capacity came with shape 5. Nobody could capture a discharge before, so its limits are today's: a shop with rules of
 * its own judges one as everybody does. The Ah of a charge were noted before and judged nothing: they still do not.
 */
const ADDED_IN_5: Groups = {
  capacity: { servePct: 80, retirePct: 65, returnedPct: 0, returnedFromPct: 60, shortFallVolts: 0.32 },
};

/** The check of a vehicle came with shape 6. Nobody could make one before: its limits are those that everybody begins with. */
const ADDED_IN_6: Groups = {
  check: {
    loadedVolts: 13.2,
    leastRiseVolts: 0.5,
    speedRiseVolts: 0.3,
    outputPct: 70,
    soundOutputAmps: 60,
    failedOutputAmps: 30,
    netAmps: 10,
    endlessNetAmps: 30,
    rippleVolts: 0.5,
    feedVolts: 0.5,
    startCableVolts: 0.2,
    solenoidVolts: 0.3,
    startGroundVolts: 0.2,
    holdVolts: 12.2,
    startSeconds: 2,
    slowStartSeconds: 5,
  },
};

/** What each shape added, the second first. */
const ADDED: readonly Groups[] = [ADDED_IN_2, ADDED_IN_3, ADDED_IN_4, ADDED_IN_5, ADDED_IN_6];

/**
 * Rules of an earlier shape with the figures that they did not have. What they said themselves always stands. The
 * answer is checked against the schema by whoever reads it.
 * @param shape counted from 1, the shape that the rules were kept in
 */
export function upgradeRules(
  stored: Readonly<Record<string, unknown>>,
  shape: number,
): Record<string, unknown> {
  return ADDED.slice(Math.max(0, shape - 1)).reduce<Record<string, unknown>>(withFigures, { ...stored });
}

function withFigures(rules: Record<string, unknown>, added: Groups): Record<string, unknown> {
  const groups = Object.entries(added).flatMap(([group, figures]) => {
    const own = rules[group];
    // Since shape 3 every group was there: one that is missing is left out by the file, and told.
    if (added === ADDED_IN_4 && typeof own !== 'object') return [];
    return [[group, { ...figures, ...(typeof own === 'object' ? own : {}) }]];
  });
  return { ...rules, ...Object.fromEntries(groups) };
}
