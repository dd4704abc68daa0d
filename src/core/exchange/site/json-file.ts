import type { Static, TSchema } from '@sinclair/typebox';
import { fail, type Problem, problem, type Result } from '../../quantity/result';
import { checkShape } from '../check-shape';

const FORMAT = /^integra:([a-z]+)\/(\d{1,6})$/;

/**
 * Reads a JSON file of one of our formats. What is no JSON, another format or a later major version of this one is
 * told before any field is looked at: a newer file may mean something else by the same names.
 * @param upgrade brings what an earlier version wrote to what is asked for today
 */
export function readJsonFile<S extends TSchema>(
  text: string,
  format: string,
  schema: S,
  upgrade: (parsed: object) => object = (parsed) => parsed,
): Result<Static<S>> {
  let parsed: unknown;
  try {
    parsed = JSON.parse(text.startsWith('\uFEFF') ? text.slice(1) : text);
  } catch {
    return fail(problem('file', text.slice(0, 20), 'JSON'));
  }
  const found =
    typeof parsed === 'object' && parsed !== null && 'format' in parsed ? parsed.format : undefined;
  const wrong = formatProblem(found, format);
  return wrong ? fail(wrong) : checkShape(schema, upgrade(parsed as object));
}

/** The complaint about a file that says it is of another format, or of a later one; null for one of this. */
export function formatProblem(found: unknown, format: string): Problem | null {
  if (found === format) return null;
  const [, name, major] = FORMAT.exec(typeof found === 'string' ? found : '') ?? [];
  const [, ownName, ownMajor] = FORMAT.exec(format) ?? [];
  const later = name === ownName && Number(major) > Number(ownMajor);
  return problem(
    'format',
    found,
    later ? `${format}: a later Integra wrote this file, use that one` : format,
  );
}
