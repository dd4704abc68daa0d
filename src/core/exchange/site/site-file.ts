import type { Static } from '@sinclair/typebox';
import { ChargerSchema } from '../../charging/charger-schema';
import { VisitSchema } from '../../circuit/visit';
import { momentSchema } from '../../quantity/moment-schema';
import { fail, type Result, succeed } from '../../quantity/result';
import { Type } from '../../quantity/type';
import { SlotSchema, VehicleSchema } from '../../vehicle/vehicle';
import { FIRST_SHAPES } from '../stored/shapes';
import { upgradedRecord } from '../stored/stored-records';
import { contradictionsIn } from './contradictions';
import { readJsonFile } from './json-file';
import {
  ImportRecordSchema,
  LotRecordSchema,
  RulesVersionSchema,
  SiteBatterySchema,
  TechnicianSchema,
  WholeCheckSchema,
  WholeRunSchema,
} from './records';
import { SiteRecordSchema } from './site-sheet';

export const SITE_FORMAT = 'integra:site/1';

/** The open format of everything: for moving a site, or for keeping a copy. */
export const SiteFileSchema = Type.Object(
  {
    format: Type.Literal(SITE_FORMAT),
    writtenAtMs: momentSchema('when the file was written, ms UTC'),
    core: Type.String({ minLength: 1, maxLength: 20, description: 'version of the core that wrote it' }),
    /** Files of early versions do not say what site they are of. */
    sites: Type.Optional(Type.Array(SiteRecordSchema, { maxItems: 1 })),
    technicians: Type.Array(TechnicianSchema, { maxItems: 10_000 }),
    rules: Type.Array(RulesVersionSchema, { maxItems: 10_000 }),
    imports: Type.Array(ImportRecordSchema, { maxItems: 100_000 }),
    lots: Type.Array(LotRecordSchema, { maxItems: 10_000 }),
    batteries: Type.Array(SiteBatterySchema, { maxItems: 1_000_000 }),
    /** Files of early versions know no vehicles. */
    vehicles: Type.Optional(Type.Array(VehicleSchema, { maxItems: 100_000 })),
    chargers: Type.Optional(Type.Array(ChargerSchema, { maxItems: 10_000 })),
    slots: Type.Optional(Type.Array(SlotSchema, { maxItems: 1_000_000 })),
    visits: Type.Optional(Type.Array(VisitSchema, { maxItems: 1_000_000 })),
    checks: Type.Optional(Type.Array(WholeCheckSchema, { maxItems: 1_000_000 })),
    runs: Type.Array(WholeRunSchema, { maxItems: 1_000_000 }),
  },
  {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    $id: SITE_FORMAT,
    title: 'Integra site',
    additionalProperties: false,
  },
);

export type SiteFile = Omit<Static<typeof SiteFileSchema>, 'format'>;

/**
 * Begins a site file: all of it but its runs, which are many and follow one by one, then `endSiteFile`.
 * @example [beginSiteFile(head), ...runs.map(siteRunText).join(',\n'), endSiteFile()].join('')
 */
export function beginSiteFile({ runs: _runs, ...head }: SiteFile): string {
  const text = JSON.stringify({ format: SITE_FORMAT, ...head });
  return `${text.slice(0, -1)},"runs":[\n`;
}

/** Ends a site file that `beginSiteFile` began. */
export function endSiteFile(): string {
  return '\n]}\n';
}

/** A document does not say in which shape its rules are: what they lack they are given. */
function withRulesOfToday(site: object): object {
  if (!('rules' in site) || !Array.isArray(site.rules)) return site;
  return { ...site, rules: site.rules.map((record: unknown) => upgradedRecord(record, FIRST_SHAPES.rules)) };
}

/** A site from a file's text, or what is wrong with it: with its shape, or with what it says. */
export function readSiteFile(text: string): Result<SiteFile> {
  const read = readJsonFile(text, SITE_FORMAT, SiteFileSchema, withRulesOfToday);
  if (!read.ok) return read;
  const { format: _format, ...site } = read.value;
  const problems = contradictionsIn(site);
  return problems.length > 0 ? fail(...problems) : succeed(site);
}
