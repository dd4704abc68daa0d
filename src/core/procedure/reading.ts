import { type Static, type TSchema, Type } from '@sinclair/typebox';
import { CASE_STATES, LEVEL_STATES, SMELL_STATES, TERMINAL_STATES } from '../assessment/evidence';
import { STEP_IDS } from '../assessment/step-id';
import { RATING_STANDARDS } from '../battery/rating-standard';
import { possibleRange, type Quantity, quantityLabel } from '../quantity/entry';

/** Volts are checked against what a 12 V battery can show; a 6 V battery's own range is held by `checkReading`. */
const measured = (quantity: Quantity) => {
  const [minimum, maximum] = possibleRange(quantity, 12);
  return Type.Number({ minimum, maximum, description: quantityLabel(quantity) });
};

const optional = <S extends TSchema>(schema: S) => Type.Union([schema, Type.Null()]);

const oneOf = <const T extends string>(values: readonly T[], description: string) =>
  Type.Unsafe<T>(
    Type.Union(
      values.map((value) => Type.Literal(value)),
      { description },
    ),
  );

const Uuid = Type.String({ format: 'uuid' });

/** How a battery came to rest before its voltage is read. */
const SETTLE_METHODS = ['rested', 'rest', 'surface_load'] as const;

/** What each kind of reading holds, one schema a kind. */
export const READING_DATA = {
  identify: Type.Object({ confirmed: Type.Literal(true) }, { additionalProperties: false }),
  inspection: Type.Object(
    {
      case: oneOf(CASE_STATES, 'case'),
      smell: oneOf(SMELL_STATES, 'smell'),
      terminals: oneOf(TERMINAL_STATES, 'terminals'),
      level: oneOf(LEVEL_STATES, 'level'),
    },
    { additionalProperties: false },
  ),
  clean: Type.Object({ terminals: oneOf(TERMINAL_STATES, 'terminals') }, { additionalProperties: false }),
  top_up: Type.Object({ level: oneOf(LEVEL_STATES, 'level') }, { additionalProperties: false }),
  settle: Type.Object(
    {
      method: oneOf(SETTLE_METHODS, 'way to settle'),
      /** Minutes at rest when the step was captured; null where nobody knows. */
      restMinutes: optional(measured('restMinutes')),
      /** Minutes that the clock of this step runs; 0 where the battery has rested already. */
      clockMinutes: Type.Number({ minimum: 0, maximum: 1440, description: 'clock, min' }),
    },
    { additionalProperties: false },
  ),
  open_circuit: Type.Object(
    { volts: measured('openCircuitVolts'), temperatureC: optional(measured('temperatureC')) },
    { additionalProperties: false },
  ),
  hydrometer: Type.Object(
    {
      gravities: Type.Array(measured('gravity'), {
        minItems: 3,
        maxItems: 6,
        description: 'one reading a cell',
      }),
      temperatureC: optional(measured('temperatureC')),
      compensated: Type.Boolean({ description: 'hydrometer corrects for temperature' }),
    },
    { additionalProperties: false },
  ),
  conductance: Type.Object(
    {
      value: Type.Number({ minimum: 0.1, maximum: 20_000, description: 'conductance tester’s reading' }),
      unit: oneOf(['S', 'mohm', ...RATING_STANDARDS], 'unit'),
      compensated: oneOf(['none', 'temp', 'both'], 'what the tester has corrected for'),
      temperatureC: optional(measured('temperatureC')),
    },
    { additionalProperties: false },
  ),
  three_minute: Type.Object(
    { amps: measured('chargingAmps'), volts: measured('chargingVolts') },
    { additionalProperties: false },
  ),
  /** A step passed over, and why. */
  skip: Type.Object(
    {
      step: oneOf(STEP_IDS, 'step'),
      reason: Type.String({ minLength: 1, maxLength: 200, description: 'reason' }),
    },
    { additionalProperties: false },
  ),
  charge: Type.Object(
    { full: Type.Boolean({ description: 'charged until full' }) },
    { additionalProperties: false },
  ),
  load: Type.Object(
    {
      amps: measured('loadAmps'),
      seconds: measured('loadSeconds'),
      volts: measured('loadVolts'),
      temperatureC: optional(measured('temperatureC')),
    },
    { additionalProperties: false },
  ),
  recovery: Type.Object(
    { minutes: measured('recoveryMinutes'), volts: measured('recoveryVolts') },
    { additionalProperties: false },
  ),
  /** Takes back the reading that it supersedes and puts nothing in its place. */
  withdrawal: Type.Object({}, { additionalProperties: false }),
} as const;

export type ReadingKind = keyof typeof READING_DATA;
export type ReadingData<K extends ReadingKind> = Static<(typeof READING_DATA)[K]>;

const envelope = <K extends ReadingKind>(kind: K) =>
  Type.Object(
    {
      id: Uuid,
      runId: Uuid,
      kind: Type.Literal(kind),
      data: READING_DATA[kind],
      takenAtMs: Type.Integer({ minimum: 0, description: 'when it was taken, ms UTC' }),
      technicianId: Uuid,
      instrument: Type.String({ minLength: 1, maxLength: 60, description: 'instrument' }),
      /** Captured past a barred gate. */
      forced: Type.Boolean({ description: 'forced' }),
      supersedesId: optional(Uuid),
      /** Why the superseded reading was wrong; needed with `supersedesId`. */
      reason: optional(Type.String({ minLength: 1, maxLength: 200, description: 'reason' })),
    },
    { additionalProperties: false },
  );

/** The schema of a whole reading of one kind. */
export const READING_SCHEMAS = {
  identify: envelope('identify'),
  inspection: envelope('inspection'),
  clean: envelope('clean'),
  top_up: envelope('top_up'),
  settle: envelope('settle'),
  open_circuit: envelope('open_circuit'),
  hydrometer: envelope('hydrometer'),
  conductance: envelope('conductance'),
  three_minute: envelope('three_minute'),
  skip: envelope('skip'),
  charge: envelope('charge'),
  load: envelope('load'),
  recovery: envelope('recovery'),
  withdrawal: envelope('withdrawal'),
} as const;

/** One captured measurement or observation. It is never edited, only superseded by another. */
export type Reading = { [K in ReadingKind]: Static<(typeof READING_SCHEMAS)[K]> }[ReadingKind];
export type ReadingOf<K extends ReadingKind> = Extract<Reading, { kind: K }>;
