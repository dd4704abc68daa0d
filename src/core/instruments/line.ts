import { fail, problem, type Result, succeed } from '../quantity/result';

/** What an instrument says of itself, and what it is told. The line format is documented in docs/formats/lines.md. */
export const LINE_VERBS = [
  'hello',
  'bye',
  'reading',
  'state',
  'set',
  'start',
  'stop',
  'ask',
  'hold',
  'reset',
  'zero',
  'handle',
  'attach',
  'speed',
  'lose',
  'find',
] as const;

export type LineVerb = (typeof LINE_VERBS)[number];

/** One line: what happens, which instrument it concerns, and named values. */
export interface Line {
  readonly verb: LineVerb;
  readonly instrument: string;
  readonly fields: Readonly<Record<string, string>>;
}

/** Longest line that is read. */
export const LONGEST_LINE = 500;
/** What instruments and fields are called. */
export const LINE_NAME = /^[A-Za-z][A-Za-z0-9_-]{0,30}$/;

/**
 * A line as text: `reading meter volts=12.64 t=1200`. A value is written as in an address, so that it holds no blank.
 * @example writeLine('set', 'bank', { amps: 285 }) // 'set bank amps=285'
 */
export function writeLine(
  verb: LineVerb,
  instrument: string,
  fields: Readonly<Record<string, string | number>> = {},
): string {
  const named = Object.entries(fields).map(([name, value]) => `${name}=${encodeURIComponent(String(value))}`);
  return [verb, instrument, ...named].join(' ');
}

/** Reads one line, or says what is wrong with it. */
export function readLine(text: string): Result<Line> {
  if (text.length > LONGEST_LINE) {
    return fail(problem('line', `${text.length} characters`, `at most ${LONGEST_LINE}`));
  }
  const [verb = '', instrument = '', ...parts] = text.trim().split(/ +/);
  if (!isVerb(verb)) return fail(problem('line', verb, `one of ${LINE_VERBS.join(', ')}`));
  if (!LINE_NAME.test(instrument))
    return fail(problem('instrument', instrument, 'a name of letters and digits'));
  const fields: Record<string, string> = {};
  for (const part of parts) {
    const at = part.indexOf('=');
    const name = part.slice(0, Math.max(0, at));
    const value = decoded(part.slice(at + 1));
    if (!LINE_NAME.test(name) || value === null) return fail(problem('field', part, 'name=value'));
    fields[name] = value;
  }
  return succeed({ verb, instrument, fields });
}

function isVerb(verb: string): verb is LineVerb {
  return (LINE_VERBS as readonly string[]).includes(verb);
}

function decoded(text: string): string | null {
  try {
    return decodeURIComponent(text);
  } catch {
    return null;
  }
}

/** A field as a number; null where it is missing or no number. */
export function numberField({ fields }: Line, name: string): number | null {
  const text = fields[name];
  const value = text === undefined || text.trim() === '' ? Number.NaN : Number(text);
  return Number.isFinite(value) ? value : null;
}
