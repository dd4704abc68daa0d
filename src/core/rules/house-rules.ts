import type { Static, TSchema } from '@sinclair/typebox';
import { CONSTRUCTIONS, type Construction } from '../battery/construction';
import { LOAD_SETTINGS } from '../battery/load-to-set';
import { Type } from '../quantity/type';

const percent = (description: string) => Type.Number({ minimum: 0, maximum: 100, description });
const volts = (description: string) => Type.Number({ minimum: 0, maximum: 20, description });
const amps = (description: string) =>
  Type.Number({ minimum: 0, maximum: 1000, description: `${description}, A` });
const seconds = (description: string) => Type.Number({ minimum: 0, maximum: 120, description });
const minutes = (description: string) => Type.Number({ minimum: 0, maximum: 10_000, description });
const celsius = (description: string) => Type.Number({ minimum: -60, maximum: 90, description });
const record = <P extends Parameters<typeof Type.Object>[0]>(properties: P) =>
  Type.Object(properties, { additionalProperties: false });

/** Two numbers in a row, as JSON Schema 2020-12 writes it. */
const pair = (first: TSchema, second: TSchema, description: string) =>
  Type.Unsafe<[number, number]>({
    type: 'array',
    prefixItems: [first, second],
    items: false,
    minItems: 2,
    description,
  });

const oneOf = <const T extends string>(values: readonly T[], description: string) =>
  Type.Unsafe<T>({ enum: [...values], description });

/** One voltage a construction. */
const voltsByConstruction = (what: string) =>
  Type.Unsafe<Record<Construction, number>>(
    record(Object.fromEntries(CONSTRUCTIONS.map((name) => [name, volts(`${what}, ${name}`)]))),
  );

/** A shop's versioned choice between the schools of practice. Volts are for 12 V, and in proportion for smaller blocks. */
export const HouseRulesSchema = record({
  id: Type.String({ minLength: 1, maxLength: 64, pattern: '^[a-z0-9-]+$', description: 'lower-case id' }),
  version: Type.Integer({ minimum: 1, maximum: 1_000_000, description: 'version, counted from 1' }),
  name: Type.String({ minLength: 1, maxLength: 80, description: 'name on screen' }),
  charge: record({
    loadGatePct: percent('least charge for a load test to count in full'),
    servicePct: percent('least charge to return to service'),
    deepVolts25: volts('rested voltage at 25 °C under which a battery is deeply discharged'),
    shortedCellVolts25: pair(
      volts('from'),
      volts('to'),
      'rested voltage at 25 °C that one shorted cell leaves',
    ),
    fullChargesBeforeRetiring: Type.Integer({
      minimum: 1,
      maximum: 5,
      description: 'full charges before a battery that stays low is retired',
    }),
    condemnPct: percent('least charge at which low health retires a battery'),
  }),
  surface: record({
    restMinutes: minutes('least rest for a surface charge to fade'),
    ceilingVolts25: voltsByConstruction('highest settled voltage at 25 °C'),
    removalCounts: Type.Boolean({
      description: 'a load that takes the surface charge off stands for the rest',
    }),
    waitMinutes: minutes('wait after such a load'),
  }),
  load: record({
    setting: oneOf(LOAD_SETTINGS, 'load to set'),
    fixedAmps: Type.Number({ minimum: 20, maximum: 500, description: 'load of a fixed bank, A' }),
    holdSeconds: Type.Number({ minimum: 1, maximum: 60, description: 'load held, s' }),
    cold: oneOf(['table', 'rating_step', 'none'], 'allowance for cold'),
    coldStepBelowC: celsius('under it the rating is taken a step lower, where that is the allowance'),
    coldStepAmps: Type.Number({ minimum: 0, maximum: 300, description: 'a rating step, A' }),
    weakBandVolts: volts('band above the limit that counts as weak: recharge'),
    limitVoltsByCelsius: Type.Array(pair(celsius('temperature'), volts('limit'), 'temperature and limit'), {
      minItems: 1,
      maxItems: 40,
      description: 'load limit by battery temperature',
    }),
    trustedRatio: Type.Number({
      exclusiveMinimum: 1,
      maximum: 10,
      description: 'largest rated load over load held that is trusted',
    }),
    leastAmps: Type.Number({ minimum: 0, maximum: 1000, description: 'least load that says anything, A' }),
    leastSeconds: Type.Number({ minimum: 0, maximum: 60, description: 'least hold that says anything, s' }),
    mostTests: Type.Integer({ minimum: 1, maximum: 10, description: 'load tests between two charges' }),
    pauseMinutes: minutes('rest between two load tests'),
    failsChargedPct: percent('charge from which a clear failure needs no recovery'),
    failsChargedMarginVolts: Type.Number({
      minimum: -5,
      maximum: 0,
      description: 'margin under which a failure is clear, V',
    }),
    atFullCharge: Type.Boolean({
      description: 'the reading is brought to full charge before it is held against the limit',
    }),
  }),
  recovery: record({
    judgedBy: oneOf(['charge', 'volts'], 'recovery is held against'),
    chargePct: percent('charge of this construction that shows the charge is there'),
    volts: volts('open voltage that shows the charge is there, whatever the construction'),
    minutes: minutes('time after which a battery that has not recovered will not'),
  }),
  conductance: record({
    leastChargePct: percent('least charge for conductance to be conclusive'),
    lowestC: celsius('under it conductance is not conclusive'),
    highestC: celsius('above it conductance is not conclusive'),
  }),
  cells: record({
    evenSpread: Type.Number({
      minimum: 0,
      maximum: 0.5,
      description: 'largest spread of even cells, gravity or V',
    }),
    faultySpread: Type.Number({
      minimum: 0,
      maximum: 0.5,
      description: 'least spread of a faulty cell, gravity or V',
    }),
    stratifiedVolts: Type.Number({
      minimum: 0,
      maximum: 2,
      description: 'open voltage above what gravity accounts for',
    }),
  }),
  inspection: record({
    surfaceLeakVolts: volts('probe voltage across the top above which it leaks'),
  }),
  crank: record({
    judgedBy: oneOf(['floor', 'near_load'], 'cranking voltage is held against'),
    floorVolts: volts('lowest sustained cranking voltage at 21 °C and above'),
    largeEngineVolts: volts('cranking may lie below the load-test voltage by, engines of 3 l and more'),
    smallEngineVolts: volts('cranking may lie below the load-test voltage by, engines of 2 l'),
    motorcycleFloodedVolts: volts('lowest sustained voltage, motorcycle, flooded'),
    motorcycleSealedVolts: volts('lowest sustained voltage, motorcycle, maintenance-free'),
    inrushVolts: volts('inrush dip that is unremarkable'),
  }),
  stand: record({
    healthyVolts25: voltsByConstruction('rested voltage of a sound battery at 25 °C'),
    leakVolts: volts('voltage under which a battery has leaked within a day'),
    leakHours: Type.Number({ minimum: 1, maximum: 240, description: 'the day of that rule, h' }),
  }),
  threeMinute: record({
    used: Type.Boolean({ description: 'the three-minute charge is used' }),
    limitVolts: volts('highest voltage of sound plates while charging'),
    leastAmps: Type.Number({ minimum: 1, maximum: 200, description: 'least charging current' }),
    lowestC: celsius('under it the test says nothing'),
    mostChargePct: percent('charge above which sound plates gas and pass the limit too'),
    retires: Type.Boolean({ description: 'the test alone retires once a charge was given' }),
  }),
  fusion: record({
    disagreeSigmas: Type.Number({
      minimum: 0.5,
      maximum: 10,
      description: 'combined uncertainties that tell disagreement',
    }),
  }),
  health: record({
    servePct: percent('least health to return to service'),
    retirePct: percent('health under which to retire'),
    passFloorPct: percent('health under which a passing load test does not keep a battery'),
    gradeAPct: percent('least health for grade A'),
    gradeBPct: percent('least health for grade B'),
    gradeCPct: percent('least health for grade C'),
  }),
  capacity: record({
    servePct: percent('least capacity, of the label’s, to return to work over hours'),
    retirePct: percent('capacity under which it is worn for work over hours'),
    returnedPct: percent('what a charge returns, of what a new one would take, under which capacity is low'),
    returnedFromPct: percent('highest charge before it that lets a charge tell the capacity'),
    shortFallVolts: volts('fall from minute 1 to 30 of the short discharge that tells low capacity'),
  }),
  vehicle: record({
    sideDropVolts: volts('voltage drop along a side of the charging path'),
    jointDropVolts: volts('voltage drop across a joint or a conductor'),
    clampDropVolts: volts('voltage drop from post to clamp'),
    dropJudgedBy: oneOf(['side', 'conductor'], 'voltage drop is held against'),
    regulatedVolts: pair(volts('from'), volts('to'), 'regulated voltage at 1500 to 2500 rpm, no load'),
    regulatedByVehicle: Type.Boolean({ description: 'the vehicle’s own regulated voltage is used' }),
    drawAmps: Type.Number({ minimum: 0, maximum: 5, description: 'parasitic draw, modules asleep, A' }),
  }),
  check: record({
    loadedVolts: volts('least regulated voltage with all loads on'),
    leastRiseVolts: volts('least rise of the regulated voltage over the resting one'),
    speedRiseVolts: volts('most that the regulated voltage rises from idle to 2000 rpm'),
    outputPct: percent('least output of an alternator, of its rating'),
    soundOutputAmps: amps('output from which an alternator of unknown rating is sound'),
    failedOutputAmps: amps('output under which an alternator of unknown rating has failed'),
    netAmps: amps('net current into the battery, minutes after a start, that it falls below'),
    endlessNetAmps: amps('net current from which a battery takes charge without end'),
    rippleVolts: volts('most ripple, AC'),
    feedVolts: volts('most that the feed of the regulator lies under the battery'),
    startCableVolts: volts('voltage drop of the starter cable, cranking'),
    solenoidVolts: volts('voltage drop of the solenoid contacts, cranking'),
    startGroundVolts: volts('voltage drop of the ground of the starter, cranking'),
    holdVolts: volts('voltage that a battery holds minutes after a run'),
    startSeconds: seconds('seconds in which a warm engine starts readily'),
    slowStartSeconds: seconds('seconds from which a start is slow'),
  }),
  temperature: record({
    lowestC: celsius('under it nothing is judged'),
    highestC: celsius('above it the battery is too hot to be near'),
    freezingReserveK: Type.Number({
      minimum: 0,
      maximum: 30,
      description: 'reserve over the freezing point, K',
    }),
  }),
});

export type HouseRules = Static<typeof HouseRulesSchema>;
