import { type Static, Type } from '@sinclair/typebox';
import type { Result } from '../../quantity/result';
import { fail, succeed } from '../../quantity/result';
import { contradictionsIn } from './contradictions';
import { readJsonFile } from './json-file';
import { BatteryRecordSchema, RunRecordSchema, TechnicianSchema, WholeRunSchema } from './records';

const RUN_FORMAT = 'integra:run/1';

/** The open format of one run: its battery, its readings, the rules by id and version, and what it came to. */
export const RunFileSchema = Type.Object(
  {
    format: Type.Literal(RUN_FORMAT),
    battery: BatteryRecordSchema,
    ...WholeRunSchema.properties,
    run: Type.Omit(RunRecordSchema, ['importId']),
    /** Everyone who is named in the run. */
    technicians: Type.Array(TechnicianSchema, { maxItems: 1000 }),
  },
  {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    $id: RUN_FORMAT,
    title: 'Integra run',
    additionalProperties: false,
  },
);

export type RunFile = Omit<Static<typeof RunFileSchema>, 'format'>;

/** A run as a file's text. */
export function writeRunFile(run: RunFile): string {
  return `${JSON.stringify({ format: RUN_FORMAT, ...run }, null, 2)}\n`;
}

/** A run from a file's text, or what is wrong with it: with its shape, or with what it says. */
export function readRunFile(text: string): Result<RunFile> {
  const read = readJsonFile(text, RUN_FORMAT, RunFileSchema);
  if (!read.ok) return read;
  const { format: _format, ...file } = read.value;
  const { battery, technicians, ...run } = file;
  const problems = contradictionsIn({
    batteries: [battery],
    technicians,
    runs: [run],
    rules: null,
    imports: [],
    lots: [],
  });
  return problems.length > 0 ? fail(...problems) : succeed(file);
}
