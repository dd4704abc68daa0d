import type { Static } from '@sinclair/typebox';
import type { Result } from '../../quantity/result';
import { succeed } from '../../quantity/result';
import { Type } from '../../quantity/type';
import type { ReadingOf } from '../../steps/reading';
import { CAUSES } from '../../vehicle/cause';
import { isMeasured, MEASURED_FACTS } from '../../vehicle/check-reading';
import { PIECES, SIDE_FACTS, SIDES } from '../../vehicle/path';
import { VehicleSchema } from '../../vehicle/vehicle';
import { csvText, defused } from '../csv-text';
import { readJsonFile } from '../site/json-file';
import { WholeCheckSchema } from '../site/records';
import { CHECK_COLUMNS } from './check-rows';

const CHECK_FORMAT = 'integra:check/1';
const oneOf = <const T extends string>(values: readonly T[]) => Type.Unsafe<T>({ enum: [...values] });
const closed = <P extends Parameters<typeof Type.Object>[0]>(properties: P) =>
  Type.Object(properties, { additionalProperties: false });

/** The open format of one check: its vehicle, its circuit, its readings, what it came to, the rules and the core. */
export const CheckFileSchema = Type.Object(
  {
    format: Type.Literal(CHECK_FORMAT),
    vehicle: VehicleSchema,
    /** The pieces of each side, in the order in which they lie. */
    circuit: Type.Array(
      closed({ side: oneOf(SIDES), pieces: Type.Array(oneOf(PIECES), { maxItems: PIECES.length }) }),
      {
        maxItems: SIDES.length,
      },
    ),
    run: WholeCheckSchema.properties.run,
    readings: WholeCheckSchema.properties.readings,
    /** The likeliest first. */
    causes: Type.Array(
      closed({ cause: oneOf(CAUSES), probability: Type.Number({ minimum: 0, maximum: 1 }) }),
      {
        maxItems: CAUSES.length,
      },
    ),
    rules: closed({
      id: Type.String({ minLength: 1, maxLength: 64 }),
      version: Type.Integer({ minimum: 1, maximum: 1_000_000 }),
    }),
    core: Type.String({ minLength: 1, maxLength: 20 }),
  },
  {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    $id: CHECK_FORMAT,
    title: 'Integra check',
    additionalProperties: false,
  },
);

export type CheckFile = Omit<Static<typeof CheckFileSchema>, 'format' | 'circuit'>;

/** A check as a file's text. */
export function writeCheckFile({ vehicle, ...check }: CheckFile): string {
  const circuit = SIDES.map((side) => ({ side, pieces: SIDE_FACTS[side].pieces }));
  return `${JSON.stringify({ format: CHECK_FORMAT, vehicle, circuit, ...check }, null, 2)}\n`;
}

/** A check from a file's text, or what is wrong with its shape. */
export function readCheckFile(text: string): Result<CheckFile> {
  const read = readJsonFile(text, CHECK_FORMAT, CheckFileSchema);
  if (!read.ok) return read;
  const { format: _format, circuit: _circuit, ...file } = read.value;
  return succeed(file);
}

/** The readings of a check as the rows that the check command reads. */
export function writeCheckRows(vehicle: string, readings: readonly ReadingOf<'check_reading'>[]): string {
  const text = (value: number | string | null) => (value === null ? '' : String(value));
  return csvText([
    [...CHECK_COLUMNS],
    ...readings.map(({ takenAtMs, instrument, data }) => [
      ...[defused(vehicle), new Date(takenAtMs).toISOString(), data.of, text(data.segment)],
      ...[text(data.value ?? data.state), isMeasured(data.of) ? MEASURED_FACTS[data.of].unit : ''],
      ...[text(data.engine), text(data.loads), text(data.amps), text(data.minutes)],
      ...[text(data.temperatureC), defused(instrument), defused(data.fuse ?? '')],
    ]),
  ]);
}
