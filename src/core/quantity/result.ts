/** One thing wrong with an input: where it stands, what was found there and what was expected. */
export interface Problem {
  /** Path of the field, in the file's or form's own words: `ocv_v`, `ratings/0/amps`. */
  readonly field: string;
  /** The value as received, written out. */
  readonly found: string;
  /** What would have been accepted. */
  readonly expected: string;
  /** The whole complaint as a sentence for a person. */
  readonly message: string;
}

/** The answer of everything that can fail for reasons outside the program: a value, or all that is wrong. */
export type Result<T> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly problems: readonly Problem[] };

export function succeed<T>(value: T): Result<T> {
  return { ok: true, value };
}

export function fail(...problems: readonly Problem[]): {
  readonly ok: false;
  readonly problems: readonly Problem[];
} {
  return { ok: false, problems };
}

/** Builds a problem whose sentence names the field, what was found and what is expected. */
export function problem(field: string, found: unknown, expected: string): Problem {
  const shown = describe(found);
  return { field, found: shown, expected, message: `${field}: found ${shown}, expected ${expected}` };
}

/** Longest piece of a bad value that is shown back; a pasted megabyte helps nobody. */
const LONGEST_SHOWN = 60;

function describe(found: unknown): string {
  if (found === undefined || found === null || found === '') return 'nothing';
  const text =
    typeof found === 'string'
      ? `"${found.slice(0, LONGEST_SHOWN)}"`
      : typeof found === 'object'
        ? sketch(found, DEEPEST_SHOWN)
        : String(found);
  return text.length > LONGEST_SHOWN ? `${text.slice(0, LONGEST_SHOWN)}…` : text;
}

const DEEPEST_SHOWN = 3;

/** A list or object in the manner of JSON, no more of it than is shown: what was found may be of any size and depth. */
function sketch(found: unknown, depth: number): string {
  if (typeof found !== 'object' || found === null) return JSON.stringify(found) ?? 'nothing';
  if (depth === 0) return Array.isArray(found) ? '[…]' : '{…}';
  const parts: string[] = [];
  let length = 0;
  for (const name in found) {
    if (!Object.hasOwn(found, name)) continue;
    const value = sketch((found as Record<string, unknown>)[name], depth - 1);
    parts.push(Array.isArray(found) ? value : `${JSON.stringify(name)}:${value}`);
    length += parts.at(-1)?.length ?? 0;
    if (length > LONGEST_SHOWN) break;
  }
  return Array.isArray(found) ? `[${parts.join(',')}]` : `{${parts.join(',')}}`;
}
