import type { Static } from '@sinclair/typebox';
import { Type } from '../quantity/type';
import { LINE_NAME, type Line, readLine, writeLine } from './line';
import { type InstrumentKind, SIMULATED_INSTRUMENTS, SIMULATED_PROBES } from './simulated-instruments';

/** Every kind of instrument that the lines know. */
export const INSTRUMENT_KINDS: readonly InstrumentKind[] = [
  ...SIMULATED_INSTRUMENTS,
  ...SIMULATED_PROBES,
].map(({ kind }) => kind);

/** What is said of an instrument of the shop that speaks for itself: its name in lines, what it is, what is written on it. */
export const InstrumentFactsSchema = Type.Object(
  {
    name: Type.String({
      pattern: LINE_NAME.source,
      description: 'name of letters, digits, dashes, beginning with a letter',
    }),
    kind: Type.Unsafe<InstrumentKind>({ enum: [...INSTRUMENT_KINDS], description: 'kind of instrument' }),
    label: Type.String({ minLength: 1, maxLength: 60, pattern: '\\S', description: 'what is written on it' }),
  },
  { additionalProperties: false },
);

export type InstrumentFacts = Static<typeof InstrumentFactsSchema>;

/** How an instrument that has a key introduces itself: it is real. */
export function helloOfKeyed({ name, kind, label }: InstrumentFacts): string {
  return writeLine('hello', name, { kind, label });
}

/** What an instrument may say of itself; all else is said to it. */
const OWN_VERBS: ReadonlySet<Line['verb']> = new Set(['reading', 'state']);

/**
 * A line of an instrument as it is passed on: under its own name, whatever name stood in it, so that no key speaks for another
 * instrument. Null for what is no reading and no state, and for what cannot be read.
 */
export function ownLine(name: string, text: string): string | null {
  const read = readLine(text);
  if (!read.ok || !OWN_VERBS.has(read.value.verb)) return null;
  return writeLine(read.value.verb, name, read.value.fields);
}
