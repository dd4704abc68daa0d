import { type Static, type TSchema, Type } from '@sinclair/typebox';
import { CONSTRUCTIONS, type Construction } from '../battery/construction';

const percent = (description: string) => Type.Number({ minimum: 0, maximum: 100, description });
const volts = (description: string) => Type.Number({ minimum: 0, maximum: 20, description });
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

/** A shop's versioned choice between the schools of practice. Volts are for 12 V and halve for 6 V. */
export const HouseRulesSchema = record({
  id: Type.String({ minLength: 1, maxLength: 64, pattern: '^[a-z0-9-]+$', description: 'lower-case id' }),
  version: Type.Integer({ minimum: 1, description: 'version, counted from 1' }),
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
    fullChargesBeforeRetiring: Type.Integer({ minimum: 1, maximum: 5 }),
  }),
  surface: record({
    restMinutes: minutes('least rest for a surface charge to fade'),
    ceilingVolts25: Type.Unsafe<Record<Construction, number>>(
      record(
        Object.fromEntries(CONSTRUCTIONS.map((name) => [name, volts(`highest settled voltage, ${name}`)])),
      ),
    ),
  }),
  load: record({
    holdSeconds: Type.Number({ minimum: 1, maximum: 60 }),
    limitVoltsByCelsius: Type.Array(pair(celsius('temperature'), volts('limit'), 'temperature and limit'), {
      minItems: 1,
      maxItems: 40,
    }),
    trustedRatio: Type.Number({ exclusiveMinimum: 1, maximum: 10 }),
    leastAmps: Type.Number({ minimum: 0, maximum: 1000 }),
    leastSeconds: Type.Number({ minimum: 0, maximum: 60 }),
    mostTests: Type.Integer({ minimum: 1, maximum: 10 }),
    pauseMinutes: minutes('rest between two load tests'),
    failsChargedPct: percent('charge from which a clear failure needs no recovery'),
    failsChargedMarginVolts: Type.Number({ minimum: -5, maximum: 0 }),
  }),
  recovery: record({
    volts: volts('open voltage that shows the charge is there'),
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
  threeMinute: record({
    limitVolts: volts('highest voltage of sound plates while charging'),
    leastAmps: Type.Number({ minimum: 1, maximum: 200, description: 'least charging current' }),
    lowestC: celsius('under it the test says nothing'),
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
    gradeAPct: percent('least health for grade A'),
    gradeBPct: percent('least health for grade B'),
    gradeCPct: percent('least health for grade C'),
  }),
  temperature: record({
    lowestC: celsius('under it nothing is judged'),
    highestC: celsius('above it the battery is too hot to be near'),
    freezingReserveK: Type.Number({ minimum: 0, maximum: 30 }),
  }),
});

export type HouseRules = Static<typeof HouseRulesSchema>;
