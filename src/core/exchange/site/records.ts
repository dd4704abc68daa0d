import type { Static, TSchema } from '@sinclair/typebox';
import { GRADES, VERDICTS } from '../../assessment/verdict';
import { BatteryLabelSchema } from '../../battery/battery-label';
import { momentSchema } from '../../quantity/moment-schema';
import { Type } from '../../quantity/type';
import { HouseRulesSchema } from '../../rules/house-rules';
import { MOST_READINGS, type Reading } from '../../steps/reading';
import { READING_SCHEMAS } from '../../steps/reading-data';
import { CAUSES } from '../../vehicle/cause';
import type { LotRow } from '../arrival-views';
import { USED_COLUMNS } from '../readings-csv/columns';
import { AssessmentSchema, EvidenceSchema } from './assessment-schema';

/** Most batteries that one rack holds. */
export const MOST_LOT_ROWS = 1000;
const NAME_LENGTH = 120;

const Uuid = Type.String({ format: 'uuid' });
const Moment = momentSchema();
const optional = <S extends TSchema>(schema: S) => Type.Union([schema, Type.Null()]);
const closed = <P extends Parameters<typeof Type.Object>[0]>(properties: P) =>
  Type.Object(properties, { additionalProperties: false });
const oneOf = <const T extends string>(values: readonly T[]) => Type.Unsafe<T>({ enum: [...values] });
const percent = optional(Type.Number({ minimum: -1000, maximum: 1000 }));

export const TechnicianSchema = closed({
  id: Uuid,
  name: Type.String({ minLength: 1, maxLength: 60, pattern: '\\S' }),
});

/** A registered battery: what its label says, under its id. */
export const BatteryRecordSchema = closed({
  id: Uuid,
  ...BatteryLabelSchema.properties,
  revision: Type.Optional(Type.Integer({ minimum: 1, maximum: 1_000_000_000 })),
});

/** A battery of a site, with who registered it or put its label right last. */
export const SiteBatterySchema = closed({
  ...BatteryRecordSchema.properties,
  importId: optional(Uuid),
  changedAtMs: Moment,
  changedById: Uuid,
});

/** Rows that came in together. */
export const ImportRecordSchema = closed({
  id: Uuid,
  source: oneOf(['file', 'lot', 'run_file', 'site_file']),
  state: Type.Optional(oneOf(['arriving', 'in', 'taken_back', 'stopped'])),
  name: Type.String({ maxLength: NAME_LENGTH }),
  runs: Type.Integer({ minimum: 0, maximum: 10_000_000 }),
  newBatteries: Type.Integer({ minimum: 0, maximum: 10_000_000 }),
  madeAtMs: Moment,
  madeById: Uuid,
  undoneAtMs: optional(Moment),
  undoneById: optional(Uuid),
});

/** One battery of a rack, as typed, by column of the readings format. */
export const LotRowSchema = Type.Unsafe<LotRow>(
  closed(
    Object.fromEntries(USED_COLUMNS.map((column) => [column, Type.Optional(Type.String({ maxLength: 80 }))])),
  ),
);

export const LotRowsSchema = Type.Array(LotRowSchema, { maxItems: MOST_LOT_ROWS });

export const LotNameSchema = Type.String({
  minLength: 1,
  maxLength: NAME_LENGTH,
  pattern: '\\S',
  description: 'name',
});

const RulesId = Type.String({ minLength: 1, maxLength: 64 });
const RulesVersion = Type.Integer({ minimum: 1, maximum: 1_000_000 });

/** A rack being graded. */
export const LotRecordSchema = closed({
  id: Uuid,
  name: LotNameSchema,
  rows: LotRowsSchema,
  revision: Type.Integer({ minimum: 1, maximum: 1_000_000_000 }),
  startedAtMs: Moment,
  startedById: Uuid,
  changedAtMs: Moment,
  importId: optional(Uuid),
  rulesId: Type.Optional(optional(RulesId)),
  rulesVersion: Type.Optional(optional(RulesVersion)),
});

/** A run's envelope: on which battery, when, by whom, under which rules. */
export const RunRecordSchema = closed({
  id: Uuid,
  batteryId: Uuid,
  startedAtMs: Moment,
  startedById: Uuid,
  finishedAtMs: optional(Moment),
  finishedById: optional(Uuid),
  rulesId: RulesId,
  rulesVersion: RulesVersion,
  assessmentId: optional(Uuid),
  importId: Type.Optional(optional(Uuid)),
});

const OverrideSchema = closed({
  verdict: oneOf(VERDICTS),
  why: Type.String({ minLength: 1, maxLength: 300 }),
  byId: Uuid,
  atMs: Moment,
});

/** An assessment as it was made, with the evidence that it was made from. */
export const AssessmentRecordSchema = closed({
  id: Uuid,
  runId: Uuid,
  madeAtMs: Moment,
  core: Type.String({ minLength: 1, maxLength: 20 }),
  rulesId: Type.String({ minLength: 1, maxLength: 64 }),
  rulesVersion: Type.Integer({ minimum: 1, maximum: 1_000_000 }),
  verdict: oneOf(VERDICTS),
  grade: optional(oneOf(GRADES)),
  healthPct: percent,
  healthSdPct: percent,
  chargePct: percent,
  evidence: EvidenceSchema,
  assessment: AssessmentSchema,
  override: optional(OverrideSchema),
});

/** A reading of any kind; the kind decides which schema holds. */
const ReadingSchema = Type.Unsafe<Reading>({
  type: 'object',
  required: ['kind'],
  properties: { kind: { enum: Object.keys(READING_SCHEMAS) } },
  discriminator: { propertyName: 'kind' },
  oneOf: Object.values(READING_SCHEMAS),
});

/** A run with everything that belongs to it, without its battery. */
export const WholeRunSchema = closed({
  run: RunRecordSchema,
  readings: Type.Array(ReadingSchema, { maxItems: MOST_READINGS }),
  assessments: Type.Array(AssessmentRecordSchema, { maxItems: 1000 }),
});

/** A check of a vehicle with everything that belongs to it; what it was finished with is carried as it was. */
export const WholeCheckSchema = closed({
  run: closed({
    id: Uuid,
    vehicleId: Uuid,
    startedAtMs: Moment,
    startedById: Uuid,
    finishedAtMs: optional(Moment),
    finishedById: optional(Uuid),
    rulesId: RulesId,
    rulesVersion: RulesVersion,
  }),
  readings: Type.Array(ReadingSchema, { maxItems: MOST_READINGS }),
  judgements: Type.Array(
    closed({
      id: Uuid,
      runId: Uuid,
      madeAtMs: Moment,
      core: Type.String({ minLength: 1, maxLength: 20 }),
      rulesId: RulesId,
      rulesVersion: RulesVersion,
      cause: oneOf(CAUSES),
      probability: Type.Number({ minimum: 0, maximum: 1 }),
      judgement: Type.Object({}),
    }),
    { maxItems: 1000 },
  ),
});

/** One version of a house's rules, with who made it and why. */
export const RulesVersionSchema = closed({
  rules: HouseRulesSchema,
  reason: Type.String({ minLength: 1, maxLength: 300 }),
  authorId: Uuid,
  madeAtMs: Moment,
});

export type SiteBattery = Static<typeof SiteBatterySchema>;
export type SiteCheck = Static<typeof WholeCheckSchema>;
export type SiteRun = Static<typeof WholeRunSchema>;
export type SiteRulesVersion = Static<typeof RulesVersionSchema>;
