import { Validator } from '@cfworker/json-schema';
import type { TSchema } from '@sinclair/typebox';
import { type Problem, problem } from '../quantity/result';

/**
 * Checks a value against a schema without compiling it. A page may not run text as code, and compiling a schema is just
 * that; so the browser interprets it, slower and to the same answer. At most so many problems as are told.
 */
export function interpretedProblems(schema: TSchema, value: unknown, most: number): Problem[] | null {
  const validator = new Validator(JSON.parse(JSON.stringify(schema)), '2020-12', false);
  const { valid, errors } = validator.validate(value);
  if (valid) return null;
  const byPath = new Map<string, Problem>();
  for (const { keyword, instanceLocation, error } of errors) {
    if (STRUCTURAL.has(keyword)) continue;
    const missing = keyword === 'required' ? /"([^"]+)"/.exec(error)?.[1] : undefined;
    const parts = [...partsOf(instanceLocation), ...(missing === undefined ? [] : [missing])];
    const path = parts.join('/') || 'value';
    const expected =
      missing !== undefined ? 'a value' : keyword === 'false' ? 'no such field' : error.replace(/\.$/, '');
    if (!byPath.has(path)) byPath.set(path, problem(path, valueAt(value, parts), expected));
    if (byPath.size === most) break;
  }
  return byPath.size > 0 ? [...byPath.values()] : [problem('value', value, 'what the format says')];
}

/** Keywords that only say that something within them is wrong, which is told by itself. */
const STRUCTURAL: ReadonlySet<string> = new Set([
  ...['properties', 'additionalProperties', 'items', 'prefixItems', 'anyOf', 'oneOf', 'allOf', '$ref'],
]);

function partsOf(location: string): string[] {
  return location
    .split('/')
    .slice(1)
    .map((part) => decodeURIComponent(part).replaceAll('~1', '/').replaceAll('~0', '~'));
}

function valueAt(value: unknown, parts: readonly string[]): unknown {
  return parts.reduce<unknown>(
    (within, part) =>
      typeof within === 'object' && within !== null && Object.hasOwn(within, part)
        ? (within as Record<string, unknown>)[part]
        : undefined,
    value,
  );
}
