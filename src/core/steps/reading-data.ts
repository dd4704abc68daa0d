import type { Static } from '@sinclair/typebox';
import { momentSchema } from '../quantity/moment-schema';
import { Type } from '../quantity/type';
import { CHARGE_READINGS } from './charge/data';
import { CHECK_READINGS } from './check/data';
import { CLEAN_READINGS } from './clean/data';
import { COMPLAINT_READINGS } from './complaint/data';
import { CONDUCTANCE_READINGS } from './conductance/data';
import { CRANK_READINGS } from './crank/data';
import { DISCHARGE_READINGS } from './discharge/data';
import { HYDROMETER_READINGS } from './hydrometer/data';
import { IDENTIFY_READINGS } from './identify/data';
import { INSPECT_READINGS } from './inspect/data';
import { LOAD_READINGS } from './load/data';
import { RUN_READINGS } from './of-the-run/data';
import { OPEN_CIRCUIT_READINGS } from './open-circuit/data';
import { RECOVERY_READINGS } from './recovery/data';
import { SETTLE_READINGS } from './settle/data';
import { optional } from './shape';
import { STAND_READINGS } from './stand/data';
import { THREE_MINUTE_READINGS } from './three-minute/data';
import { TOP_UP_READINGS } from './top-up/data';
import { VEHICLE_READINGS } from './vehicle/data';

/** Every kind of reading that the steps of a run take, and what it holds. */
export const READING_DATA = {
  ...IDENTIFY_READINGS,
  ...COMPLAINT_READINGS,
  ...INSPECT_READINGS,
  ...VEHICLE_READINGS,
  ...CLEAN_READINGS,
  ...TOP_UP_READINGS,
  ...SETTLE_READINGS,
  ...OPEN_CIRCUIT_READINGS,
  ...HYDROMETER_READINGS,
  ...CONDUCTANCE_READINGS,
  ...THREE_MINUTE_READINGS,
  ...CHARGE_READINGS,
  ...DISCHARGE_READINGS,
  ...LOAD_READINGS,
  ...RECOVERY_READINGS,
  ...CRANK_READINGS,
  ...STAND_READINGS,
  ...RUN_READINGS,
  ...CHECK_READINGS,
} as const;

export type ReadingKind = keyof typeof READING_DATA;
export type ReadingData<K extends ReadingKind> = Static<(typeof READING_DATA)[K]>;

const Uuid = Type.String({ format: 'uuid' });

/** What every reading says of itself, whatever its kind. */
const ENVELOPE = {
  id: Uuid,
  runId: Uuid,
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
} as const;

const Envelope = Type.Object(ENVELOPE);

export type ReadingEnvelope = Static<typeof Envelope>;

/** One captured measurement or observation. It is never edited, only superseded by another. */
export type Reading = { [K in ReadingKind]: OneReading<K> }[ReadingKind];
/** The same of one kind, as the compiler can follow it where the kind is a parameter. */
export type OneReading<K extends ReadingKind> = ReadingEnvelope & {
  readonly kind: K;
  readonly data: ReadingData<K>;
};
export type ReadingOf<K extends ReadingKind> = Extract<Reading, { kind: K }>;

function schemaOf(kind: ReadingKind) {
  const { id, runId, ...rest } = ENVELOPE;
  return Type.Unsafe<Reading>(
    Type.Object(
      { id, runId, kind: Type.Literal(kind), data: READING_DATA[kind], ...rest },
      { additionalProperties: false },
    ),
  );
}

/** The schema of a whole reading of each kind. */
export const READING_SCHEMAS = Object.fromEntries(
  (Object.keys(READING_DATA) as ReadingKind[]).map((kind) => [kind, schemaOf(kind)]),
) as Readonly<Record<ReadingKind, ReturnType<typeof schemaOf>>>;
