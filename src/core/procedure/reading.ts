import { type Static, type TSchema, Type } from '@sinclair/typebox';
import {
  BELT_STATES,
  CAP_STATES,
  CASE_STATES,
  CONTACT_STATES,
  ENGINES,
  EYE_STATES,
  FUSE_STATES,
  HOLD_DOWN_STATES,
  LEVEL_STATES,
  SMELL_STATES,
  TERMINAL_STATES,
  VEHICLE_CHECKS,
} from '../assessment/evidence';
import { FINDING_CODES } from '../assessment/finding';
import { STEP_IDS } from '../assessment/step-id';
import { VERDICTS } from '../assessment/verdict';
import { RATING_STANDARDS } from '../battery/rating-standard';
import { possibleRange, type Quantity, quantityLabel } from '../quantity/entry';
import { momentSchema } from '../quantity/moment';
import { SYMPTOMS } from './complaint';
import { SETTLE_METHODS } from './settle-method';
import { LONGEST_TRACE } from './thin-trace';

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

const CHARGE_MODES = ['normal', 'slow', 'deep', 'equalise'] as const;

/** Seconds, volts and, where it was recorded, amperes. */
const TraceSchema = Type.Array(
  Type.Unsafe<readonly [number, number, number | null]>({
    type: 'array',
    prefixItems: [
      { type: 'number', minimum: 0, maximum: 600 },
      { type: 'number', minimum: 0, maximum: 20 },
      { type: ['number', 'null'], minimum: -100, maximum: 5000 },
    ],
    items: false,
    minItems: 3,
  }),
  { minItems: 1, maxItems: LONGEST_TRACE, description: 'trace' },
);

/** What each kind of reading holds, one schema a kind. */
export const READING_DATA = {
  identify: Type.Object({ confirmed: Type.Literal(true) }, { additionalProperties: false }),
  inspection: Type.Object(
    {
      case: optional(oneOf(CASE_STATES, 'case')),
      smell: optional(oneOf(SMELL_STATES, 'smell')),
      terminals: optional(oneOf(TERMINAL_STATES, 'terminals')),
      level: optional(oneOf(LEVEL_STATES, 'level')),
      caps: Type.Optional(optional(oneOf(CAP_STATES, 'caps'))),
      holdDown: Type.Optional(optional(oneOf(HOLD_DOWN_STATES, 'hold-down'))),
      topVolts: Type.Optional(optional(measured('topVolts'))),
      /** Electrolyte over the plates, mm a cell. */
      levelsMm: Type.Optional(
        optional(Type.Array(measured('levelMm'), { minItems: 3, maxItems: 6, description: 'level a cell' })),
      ),
      eye: Type.Optional(optional(oneOf(EYE_STATES, 'indicator eye'))),
      belt: Type.Optional(optional(oneOf(BELT_STATES, 'belt'))),
      fuse: Type.Optional(optional(oneOf(FUSE_STATES, 'fuse'))),
    },
    { additionalProperties: false },
  ),
  complaint: Type.Object({ symptom: oneOf(SYMPTOMS, 'complaint') }, { additionalProperties: false }),
  vehicle_check: Type.Object(
    {
      check: oneOf(VEHICLE_CHECKS, 'what was measured'),
      value: measured('vehicleReading'),
      ownFrom: optional(measured('regulatedVolts')),
      ownTo: optional(measured('regulatedVolts')),
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
  cell_probe: Type.Object(
    {
      /** Single cells, whatever way they were entered. */
      volts: Type.Array(measured('cellVolts'), {
        minItems: 3,
        maxItems: 6,
        description: 'one reading a cell',
      }),
      entered: oneOf(['single', 'cumulative'], 'way of entry'),
    },
    { additionalProperties: false },
  ),
  conductance: Type.Object(
    {
      value: Type.Number({ minimum: 0.1, maximum: 20_000, description: 'conductance tester’s reading' }),
      unit: oneOf(['S', 'mohm', ...RATING_STANDARDS], 'unit'),
      compensated: oneOf(['none', 'temp', 'both'], 'what the tester has corrected for'),
      temperatureC: optional(measured('temperatureC')),
      contact: Type.Optional(oneOf(CONTACT_STATES, 'contact and circuit')),
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
  charge_start: Type.Object(
    {
      mode: oneOf(CHARGE_MODES, 'way of charging'),
      volts: measured('chargingVolts'),
      amps: measured('smallChargingAmps'),
      hours: Type.Number({ minimum: 0.1, maximum: 200, description: 'planned hours' }),
    },
    { additionalProperties: false },
  ),
  charge_log: Type.Object(
    {
      volts: measured('chargingVolts'),
      amps: measured('smallChargingAmps'),
      temperatureC: optional(measured('temperatureC')),
      gravity: optional(measured('gravity')),
    },
    { additionalProperties: false },
  ),
  charge: Type.Object(
    {
      full: Type.Boolean({ description: 'charged until full' }),
      refused: Type.Optional(Type.Boolean({ description: 'took no charge' })),
      ampHours: Type.Optional(optional(measured('returnedAh'))),
    },
    { additionalProperties: false },
  ),
  load: Type.Object(
    {
      amps: measured('loadAmps'),
      seconds: measured('loadSeconds'),
      volts: measured('loadVolts'),
      temperatureC: optional(measured('temperatureC')),
      stopped: Type.Optional(optional(oneOf(['collapse', 'gassing'], 'why it was stopped'))),
      trace: Type.Optional(optional(TraceSchema)),
    },
    { additionalProperties: false },
  ),
  recovery: Type.Object(
    { minutes: measured('recoveryMinutes'), volts: measured('recoveryVolts') },
    { additionalProperties: false },
  ),
  crank: Type.Object(
    {
      volts: measured('crankVolts'),
      seconds: optional(measured('crankSeconds')),
      amps: optional(measured('loadAmps')),
      temperatureC: optional(measured('temperatureC')),
      engine: oneOf(ENGINES, 'engine'),
      inrushVolts: optional(measured('crankVolts')),
    },
    { additionalProperties: false },
  ),
  stand: Type.Object(
    {
      hours: measured('standHours'),
      startVolts: measured('openCircuitVolts'),
      volts: measured('openCircuitVolts'),
      temperatureC: optional(measured('temperatureC')),
    },
    { additionalProperties: false },
  ),
  /** Another verdict than the computed one, set by the technician; both stay in the record. */
  override: Type.Object(
    {
      verdict: oneOf(VERDICTS, 'verdict'),
      why: Type.String({ minLength: 1, maxLength: 300, pattern: '\\S', description: 'why' }),
      /** The computed verdict that it was set over; not known of those that were kept before it was asked. */
      over: Type.Optional(oneOf(VERDICTS, 'over')),
      /** Over a quarantine: the finding that was looked at before it was set. */
      despite: Type.Optional(oneOf(FINDING_CODES, 'despite')),
    },
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
      takenAtMs: momentSchema('when it was taken, ms UTC'),
      /** Set by the server alone: it settles the order where a device's clock is in doubt. */
      recordedAtMs: Type.Optional(momentSchema('when it was stored, ms UTC')),
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
  complaint: envelope('complaint'),
  inspection: envelope('inspection'),
  vehicle_check: envelope('vehicle_check'),
  clean: envelope('clean'),
  top_up: envelope('top_up'),
  settle: envelope('settle'),
  open_circuit: envelope('open_circuit'),
  hydrometer: envelope('hydrometer'),
  cell_probe: envelope('cell_probe'),
  conductance: envelope('conductance'),
  three_minute: envelope('three_minute'),
  skip: envelope('skip'),
  charge_start: envelope('charge_start'),
  charge_log: envelope('charge_log'),
  charge: envelope('charge'),
  load: envelope('load'),
  recovery: envelope('recovery'),
  crank: envelope('crank'),
  stand: envelope('stand'),
  override: envelope('override'),
  withdrawal: envelope('withdrawal'),
} as const;

/** One captured measurement or observation. It is never edited, only superseded by another. */
export type Reading = { [K in ReadingKind]: Static<(typeof READING_SCHEMAS)[K]> }[ReadingKind];
export type ReadingOf<K extends ReadingKind> = Extract<Reading, { kind: K }>;

/** Whether a word names a kind of reading: own kinds only, not what every object inherits. */
export function isReadingKind(word: unknown): word is ReadingKind {
  return typeof word === 'string' && Object.hasOwn(READING_SCHEMAS, word);
}

/** Readings that one run can hold. A day of readings once a minute fits; a loop that went wrong does not. */
export const MOST_READINGS = 10_000;
