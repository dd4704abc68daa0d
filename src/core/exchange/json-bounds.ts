import { type Problem, problem } from '../quantity/result';
import { hasBrokenSigns } from '../quantity/written-text';

/** How large a JSON value may be before anyone looks at what it says. */
export interface JsonBounds {
  /** Lists and objects within each other. */
  readonly depth: number;
  /** Fields of one object. */
  readonly fields: number;
  /** Values altogether. */
  readonly values: number;
}

/** Enough for every record that a screen writes; a rack and a file of a site have bounds of their own. */
export const RECORD_BOUNDS: JsonBounds = { depth: 16, fields: 300, values: 20_000 };

/**
 * The first of the bounds that a JSON value exceeds, or null where it keeps to all. It stops at the first excess, so
 * that its own work is bounded too, and it walks without recursion: depth is what it looks for.
 * @example beyondBounds([[[]]], { depth: 2, fields: 1, values: 9 }) // depth
 */
export function beyondBounds(value: unknown, bounds: JsonBounds): Problem | null {
  const open: { readonly value: unknown; readonly depth: number }[] = [{ value, depth: 0 }];
  let values = 0;
  for (let next = open.pop(); next; next = open.pop()) {
    if (typeof next.value === 'string' && hasBrokenSigns(next.value)) return BROKEN_TEXT;
    if (typeof next.value !== 'object' || next.value === null) continue;
    const depth = next.depth + 1;
    if (depth > bounds.depth) return problem('depth', `more than ${bounds.depth}`, withinEachOther(bounds));
    const within = Array.isArray(next.value) ? next.value : fieldsOf(next.value, bounds.fields);
    if (!within)
      return problem('fields', `more than ${bounds.fields}`, `at most ${bounds.fields} fields in an object`);
    values += within.length;
    if (values > bounds.values) {
      return problem(
        'values',
        `more than ${bounds.values}`,
        `at most ${bounds.values} values in one request`,
      );
    }
    for (const child of within) open.push({ value: child, depth });
  }
  return null;
}

const BROKEN_TEXT = problem('text', 'control characters or halves of characters', 'text that can be read');

const withinEachOther = ({ depth }: JsonBounds) =>
  `lists and objects at most ${depth} deep within each other`;

/** The values of an object; undefined where it has more fields than are looked at. */
function fieldsOf(record: object, most: number): unknown[] | undefined {
  const found: unknown[] = [];
  for (const name in record) {
    if (!Object.hasOwn(record, name)) continue;
    if (found.length === most) return undefined;
    found.push((record as Record<string, unknown>)[name]);
  }
  return found;
}
