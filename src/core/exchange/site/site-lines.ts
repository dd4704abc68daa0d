import type { Static } from '@sinclair/typebox';
import { ChargerSchema } from '../../charging/charger-schema';
import { VisitSchema } from '../../circuit/visit';
import { momentSchema } from '../../quantity/moment-schema';
import { Type } from '../../quantity/type';
import { SlotSchema, VehicleSchema } from '../../vehicle/vehicle';
import { FIRST_SHAPES, SHAPES, type Shapes, ShapesSchema } from '../stored/shapes';
import {
  ImportRecordSchema,
  LotRecordSchema,
  RulesVersionSchema,
  SiteBatterySchema,
  TechnicianSchema,
  WholeCheckSchema,
  WholeRunSchema,
} from './records';
import { SITE_FORMAT } from './site-file';
import { SiteRecordSchema } from './site-sheet';

const count = Type.Integer({ minimum: 0, maximum: 1_000_000_000 });

/** The first line of a streamed site: what wrote it, and in which shapes its records are. */
export const SiteHeadSchema = Type.Object(
  {
    format: Type.Literal(SITE_FORMAT),
    lines: Type.Literal(true),
    writtenAtMs: momentSchema('when the file was written, ms UTC'),
    core: Type.String({ minLength: 1, maxLength: 20, description: 'version of the core that wrote it' }),
    shapes: Type.Optional(ShapesSchema),
  },
  { additionalProperties: false },
);

/** The last line: how many records there are, so that a file that was cut is told from a whole one. */
export const SiteEndSchema = Type.Object(
  {
    end: Type.Object(
      {
        records: count,
        /** What could not be brought back as it stands, and therefore was left out. */
        leftOut: Type.Array(Type.String({ maxLength: 400 }), { maxItems: 20 }),
        leftOutCount: count,
      },
      { additionalProperties: false },
    ),
  },
  { additionalProperties: false },
);

/** One record a line, under the word for what it is. Everything stands before the first run. */
export const SITE_RECORDS = {
  site: SiteRecordSchema,
  technician: TechnicianSchema,
  import: ImportRecordSchema,
  rules: RulesVersionSchema,
  battery: SiteBatterySchema,
  vehicle: VehicleSchema,
  slot: SlotSchema,
  visit: VisitSchema,
  charger: ChargerSchema,
  lot: LotRecordSchema,
  check: WholeCheckSchema,
  run: WholeRunSchema,
} as const;

export type SiteRecordKind = keyof typeof SITE_RECORDS;
export type SiteRecord = {
  [K in SiteRecordKind]: { readonly kind: K; readonly record: Static<(typeof SITE_RECORDS)[K]> };
}[SiteRecordKind];

/** The first line of a site that is written as lines. */
export function siteHeadLine(writtenAtMs: number, core: string): string {
  return `${JSON.stringify({ format: SITE_FORMAT, lines: true, writtenAtMs, core, shapes: SHAPES })}\n`;
}

/** One record of it. */
export function siteLine({ kind, record }: SiteRecord): string {
  return `${JSON.stringify({ [kind]: record })}\n`;
}

/** Its last line. */
export function siteEndLine(end: Static<typeof SiteEndSchema>['end']): string {
  return `${JSON.stringify({ end })}\n`;
}

/** The shapes that the records of a file are in: those that its head names, else those of the first versions. */
export function shapesIn(head: Static<typeof SiteHeadSchema>): Shapes {
  return head.shapes ?? FIRST_SHAPES;
}
