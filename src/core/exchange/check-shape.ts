import type { Static, TSchema } from '@sinclair/typebox';
import type { ErrorObject, ValidateFunction } from 'ajv';
import { Ajv2020 } from 'ajv/dist/2020.js';
import addFormats from 'ajv-formats';
import { fail, type Problem, problem, type Result, succeed } from '../quantity/result';

const ajv = new Ajv2020({
  allErrors: true,
  strict: false,
  verbose: true,
  useDefaults: false,
  coerceTypes: false,
  // A reading is checked against the schema of its own kind only, so that a complaint names its fields.
  discriminator: true,
});
addFormats.default(ajv, ['date', 'uuid', 'date-time']);

const compiled = new WeakMap<TSchema, ValidateFunction>();

/** Checks a value from outside against a schema: the value with its type, or all that is wrong with it by path. */
export function checkShape<S extends TSchema>(schema: S, value: unknown): Result<Static<S>> {
  const validate = compiled.get(schema) ?? ajv.compile(schema);
  compiled.set(schema, validate);
  if (validate(value)) return succeed(value as Static<S>);
  return fail(...problemsOf(validate.errors ?? []));
}

/** One problem a path: a union complains once for each of its members, and a person needs it once. */
function problemsOf(errors: readonly ErrorObject[]): Problem[] {
  const byPath = new Map<string, Problem>();
  for (const error of errors) {
    const path = pathOf(error);
    const known = byPath.get(path);
    const expected =
      known && error.keyword === 'const' ? `${known.expected} or ${expectedBy(error)}` : expectedBy(error);
    if (!known || error.keyword === 'const') byPath.set(path, problem(path, foundAt(error), expected));
  }
  return [...byPath.values()];
}

function pathOf({ instancePath, keyword, params }: ErrorObject): string {
  const parts = instancePath.split('/').slice(1);
  if (keyword === 'required') parts.push(String(params.missingProperty));
  if (keyword === 'additionalProperties') parts.push(String(params.additionalProperty));
  return parts.join('/') || 'value';
}

function foundAt({ keyword, data }: ErrorObject): unknown {
  if (keyword === 'required') return undefined;
  return keyword === 'additionalProperties' ? 'an unknown field' : data;
}

function expectedBy({ keyword, params, message, parentSchema }: ErrorObject): string {
  switch (keyword) {
    case 'required':
      return 'a value';
    case 'additionalProperties':
      return 'no such field';
    case 'const':
      return JSON.stringify(params.allowedValue);
    case 'format':
      return `a ${params.format}`;
    case 'minimum':
    case 'maximum':
      return rangeWords(parentSchema);
    default:
      return message ?? keyword;
  }
}

function rangeWords(schema: unknown): string {
  const { minimum, maximum } = (schema ?? {}) as { minimum?: number; maximum?: number };
  if (minimum !== undefined && maximum !== undefined) return `${minimum} to ${maximum}`;
  return minimum === undefined ? `${maximum} or less` : `${minimum} or more`;
}
