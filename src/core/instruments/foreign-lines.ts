import { type Static, Type } from '@sinclair/typebox';
import { fail, problem, type Result, succeed } from '../quantity/result';
import { LONGEST_LINE, readLine, writeLine } from './line';

/**
 * How an instrument that speaks a language of its own is understood: what its lines look like, which values stand in them, and
 * what it is sent when it is asked for something. Written by whoever attaches it, from the maker's own page.
 */
export const ForeignLinesSchema = Type.Object(
  {
    /** What ends one of its lines. */
    ends: Type.Optional(Type.String({ minLength: 1, maxLength: 4, description: 'end of a line' })),
    reads: Type.Array(
      Type.Object(
        {
          /** A regular expression whose named groups are the values: `^(?<volts>[-+.0-9]+) V DC`. */
          when: Type.String({ minLength: 1, maxLength: 300, description: 'pattern of a line' }),
          verb: Type.Optional(Type.Union([Type.Literal('reading'), Type.Literal('state')])),
          /** What a value is multiplied by to be in SI: 0.001 for one in millivolts. */
          times: Type.Optional(Type.Record(Type.String(), Type.Number())),
          /** What is true whenever a line looks like this. */
          also: Type.Optional(Type.Record(Type.String(), Type.String({ maxLength: 60 }))),
        },
        { additionalProperties: false },
      ),
      { minItems: 1, maxItems: 50 },
    ),
    tells: Type.Optional(
      Type.Array(
        Type.Object(
          {
            /** The beginning of a line to it, without its name: `start`, `ask cell=3`. */
            when: Type.String({ minLength: 1, maxLength: 100, description: 'what it is asked for' }),
            /** What it is sent; `{amps}` stands for the value of that name. */
            send: Type.String({ maxLength: 300, description: 'what it is sent' }),
          },
          { additionalProperties: false },
        ),
        { maxItems: 50 },
      ),
    ),
  },
  {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    $id: 'integra:foreign-lines/1',
    title: 'How an instrument’s own language is read',
    additionalProperties: false,
  },
);

export type ForeignLines = Static<typeof ForeignLinesSchema>;

/** A foreign language made ready: its patterns read once. */
export interface Interpreter {
  readonly ends: string;
  /** A line of the instrument as one of ours; null where it says nothing that is known. */
  readonly understand: (text: string) => string | null;
  /** A line of ours as what the instrument is sent; null where it cannot be asked that. */
  readonly say: (line: string) => string | null;
}

/** An instrument that speaks our lines by itself. */
export const PLAIN: Interpreter = {
  ends: '\n',
  understand: (text) => (text.trim() === '' ? null : text.trim()),
  say: (line) => `${line}\n`,
};

/** The interpreter of an instrument's own language, or what pattern cannot be read. */
export function interpreterOf({ ends = '\n', reads, tells = [] }: ForeignLines): Result<Interpreter> {
  const patterns: { readonly is: RegExp; readonly said: ForeignLines['reads'][number] }[] = [];
  for (const [at, said] of reads.entries()) {
    try {
      patterns.push({ is: new RegExp(said.when), said });
    } catch {
      return fail(problem(`reads/${at}/when`, said.when, 'a regular expression'));
    }
  }
  const understand = (text: string) => {
    if (text.length > LONGEST_LINE) return null;
    for (const { is, said } of patterns) {
      const found = is.exec(text.trim());
      if (found) return lineOf(found.groups ?? {}, said);
    }
    return null;
  };
  return succeed({ ends, understand, say: (line) => sentFor(tells, line) });
}

/** Numbers are brought to SI; what should be one and is none makes no reading. */
function lineOf(
  groups: Readonly<Record<string, string | undefined>>,
  { verb = 'reading', times = {}, also = {} }: ForeignLines['reads'][number],
): string | null {
  const fields: Record<string, string | number> = { ...also };
  for (const [name, text] of Object.entries(groups)) {
    if (text === undefined) continue;
    const factor = Object.hasOwn(times, name) ? times[name] : undefined;
    if (factor === undefined) fields[name] = text.trim();
    else {
      const value = Number(text.replace(',', '.').replaceAll(' ', ''));
      if (text.trim() === '' || !Number.isFinite(value)) return null;
      // A factor of a thousandth leaves no digits that nobody measured.
      fields[name] = Number((value * factor).toPrecision(12));
    }
  }
  return writeLine(verb, 'own', fields);
}

/** What an instrument is sent for a line of ours: that of the first beginning that fits it. */
function sentFor(tells: NonNullable<ForeignLines['tells']>, text: string): string | null {
  const read = readLine(text);
  if (!read.ok) return null;
  const { verb, fields } = read.value;
  for (const { when, send } of tells) {
    const [asked = '', ...needed] = when.trim().split(/ +/);
    if (asked !== verb) continue;
    const fits = needed.every((need) => {
      const [name = '', value = ''] = need.split('=');
      return fields[name] === value;
    });
    if (fits) return send.replaceAll(/\{(\w+)\}/g, (_, name: string) => fields[name] ?? '');
  }
  return null;
}

/** Cuts what comes in pieces into lines; what never ends is let go of. */
export class LineCutter {
  private rest = '';

  constructor(private readonly ends: string) {}

  /** The lines that are whole with this piece. */
  take(piece: string): string[] {
    const lines = (this.rest + piece).split(this.ends);
    this.rest = (lines.pop() ?? '').slice(-LONGEST_LINE * 2);
    return lines;
  }
}
