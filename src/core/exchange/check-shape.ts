import type { Static, TSchema } from '@sinclair/typebox';
import type { ErrorObject, ValidateFunction } from 'ajv';
import { Ajv2020 } from 'ajv/dist/2020.js';
import addFormats from 'ajv-formats';
import { fail, type Problem, problem, type Result, succeed } from '../quantity/result';
import { interpretedProblems } from './interpret-shape';
import { beyondBounds } from './json-bounds';

/** More complaints than this help nobody, and gathering them all is what an attacker waits for. */
export const MOST_PROBLEMS = 20;

const checker = (allErrors: boolean) => {
  const ajv = new Ajv2020({
    allErrors,
    strict: false,
    verbose: true,
    useDefaults: false,
    coerceTypes: false,
    // What every object inherits is no field of a record: `constructor` is not a value that somebody sent.
    ownProperties: true,
    // What gathers all that is wrong is seldom asked: compiled in half the time, it makes the first refusal as much sooner.
    code: { optimize: allErrors ? false : 1 },
    // A reading is checked against the schema of its own kind only, so that a complaint names its fields.
    discriminator: true,
  });
  addFormats.default(ajv, ['date', 'uuid', 'date-time']);
  const compiled = new WeakMap<TSchema, ValidateFunction>();
  return (schema: TSchema): ValidateFunction => {
    const validate = compiled.get(schema) ?? ajv.compile(schema);
    compiled.set(schema, validate);
    return validate;
  };
};

const stoppingAtFirst = checker(false);
const gathering = checker(true);

/** A value up to this large can be told all that is wrong with it at once: the work is that of a page of a form. */
const TOLD_AT_ONCE = { depth: 32, fields: 300, values: 5000 } as const;

/**
 * Checks a value from outside against a schema: the value with its type, or what is wrong with it by path, at most
 * `MOST_PROBLEMS`. A sound value costs one pass; an unsound one that is large is told its first problem only.
 */
export function checkShape<S extends TSchema>(schema: S, value: unknown): Result<Static<S>> {
  if (!mayCompile()) {
    const problems = interpretedProblems(schema, value, MOST_PROBLEMS);
    return problems ? fail(...problems) : succeed(value as Static<S>);
  }
  const first = stoppingAtFirst(schema);
  if (first(value)) return succeed(value as Static<S>);
  if (beyondBounds(value, TOLD_AT_ONCE)) return fail(...problemsOf(first.errors ?? []));
  const all = gathering(schema);
  all(value);
  return fail(...problemsOf(all.errors ?? []));
}

let compiles: boolean | undefined;

/** Whether this place lets a text be run as code: the server does, a page that is well kept does not. */
function mayCompile(): boolean {
  if (compiles === undefined) {
    try {
      compiles = new Function('return true')() === true;
    } catch {
      compiles = false;
    }
  }
  return compiles;
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
  return [...byPath.values()].slice(0, MOST_PROBLEMS);
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
    case 'enum':
      return `one of ${(params.allowedValues as readonly unknown[]).join(', ')}`;
    case 'maxLength':
      return `at most ${params.limit} characters`;
    case 'minLength':
      return params.limit === 1 ? 'something' : `at least ${params.limit} characters`;
    case 'maxItems':
      return `at most ${params.limit} of them`;
    case 'pattern':
      return describedWords(parentSchema) ?? `what matches ${params.pattern}`;
    case 'minimum':
    case 'maximum':
      return rangeWords(parentSchema);
    default:
      return message ?? keyword;
  }
}

function describedWords(schema: unknown): string | null {
  const { description } = (schema ?? {}) as { description?: string };
  return description ? `a ${description}` : null;
}

function rangeWords(schema: unknown): string {
  const { minimum, maximum } = (schema ?? {}) as { minimum?: number; maximum?: number };
  if (minimum !== undefined && maximum !== undefined) return `${minimum} to ${maximum}`;
  return minimum === undefined ? `${maximum} or less` : `${minimum} or more`;
}
