import { readFileSync } from 'node:fs';
import { checkShape } from '@/core/exchange/check-shape';
import { ForeignLinesSchema, type Interpreter, interpreterOf } from '@/core/instruments/foreign-lines';
import { fail, problem, type Result, succeed } from '@/core/quantity/result';

/** The key of an instrument: from a file, or from the environment; never from an argument, which others can read. */
export function keyFrom(file: string | undefined, variable: string | undefined): Result<string> {
  if (file === undefined) {
    const key = variable?.trim() ?? '';
    return key === '' ? fail(problem('--key', 'nothing', 'a file with the instrument’s key')) : succeed(key);
  }
  const text = textOf(file);
  return text.ok ? succeed(text.value.trim()) : text;
}

/** How an instrument's own language is read, from a file. */
export function interpreterFrom(file: string): Result<Interpreter> {
  const text = textOf(file);
  if (!text.ok) return text;
  let said: unknown;
  try {
    said = JSON.parse(text.value);
  } catch (error) {
    return fail(problem(file, String(error), 'JSON'));
  }
  const checked = checkShape(ForeignLinesSchema, said);
  return checked.ok ? interpreterOf(checked.value) : checked;
}

function textOf(file: string): Result<string> {
  try {
    return succeed(readFileSync(file, 'utf8'));
  } catch (error) {
    return fail(
      problem(file, error instanceof Error ? error.message : String(error), 'a file that can be read'),
    );
  }
}
