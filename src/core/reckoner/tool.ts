import { fail, type Problem, problem, type Result, succeed } from '../quantity/result';
import type { HouseRules } from '../rules/house-rules';

/** A number that a tool takes or gives. */
export interface NumberField {
  readonly kind: 'number';
  readonly id: string;
  readonly label: string;
  readonly unit: string;
  readonly least: number;
  readonly most: number;
  readonly decimals: number;
}

/** One of a few words. */
export interface ChoiceField {
  readonly kind: 'choice';
  readonly id: string;
  readonly label: string;
  readonly choices: readonly { readonly value: string; readonly label: string }[];
}

export type ToolField = NumberField | ChoiceField;

/** What stands in the fields, by id. A number that is not known yet is null. */
export type Values = Readonly<Record<string, number | string | null>>;

/** How a tool came to its result. */
export interface ToolWorking {
  /** The formula with the numbers put in, a line each. */
  readonly formula: readonly string[];
  readonly source: string;
  /** How far the result can be off; null where it is exact. */
  readonly band: string | null;
  readonly notes: readonly string[];
}

/**
 * One loose calculation, in both directions. `follows` says which fields are computed anew when one is changed, in
 * that order; `compute` says how each of them is.
 */
export interface Tool {
  readonly id: string;
  readonly title: string;
  readonly about: string;
  readonly fields: readonly ToolField[];
  readonly begin: Values;
  readonly follows: Readonly<Record<string, readonly string[]>>;
  readonly compute: Readonly<Record<string, (values: Values, changed: string) => number | null>>;
  readonly working: (values: Values) => ToolWorking;
}

/** A tool made for a house: its rules give the limits. */
export type ToolMaker = (rules: HouseRules) => Tool;

/** A number from the fields; null where it is blank. */
export function numberIn(values: Values, id: string): number | null {
  const value = values[id];
  return typeof value === 'number' && Number.isFinite(value) ? value : null;
}

/** A word from the fields, as one of a union that its choices were made from. */
export function wordIn<T extends string>(values: Values, id: string): T {
  return String(values[id] ?? '') as T;
}

/** Runs a computation on numbers that must all be there; null where one is not, or where nothing sensible comes out. */
export function given(
  values: Values,
  ids: readonly string[],
  compute: (...numbers: readonly number[]) => number | null,
): number | null {
  const numbers = ids.map((id) => numberIn(values, id));
  if (numbers.some((number) => number === null)) return null;
  const result = compute(...(numbers as number[]));
  return result !== null && Number.isFinite(result) ? result : null;
}

/** The fields with one changed, and everything that follows from it. */
export function withChange(tool: Tool, values: Values, id: string, value: number | string | null): Values {
  const next: Record<string, number | string | null> = { ...values, [id]: value };
  for (const follower of tool.follows[id] ?? []) next[follower] = tool.compute[follower]?.(next, id) ?? null;
  return next;
}

/** What is wrong with a field’s value; null where nothing is. A blank one is only waited for. */
export function problemWith(
  field: ToolField,
  value: number | string | null,
  /** As it was typed. */
  text = String(value),
): Problem | null {
  if (value === null) return null;
  if (field.kind === 'choice') {
    const known = field.choices.map((choice) => choice.value);
    return known.includes(String(value)) ? null : problem(field.id, value, `one of ${known.join(', ')}`);
  }
  const { id, least, most, unit } = field;
  const fits = typeof value === 'number' && value >= least && value <= most;
  return fits ? null : problem(id, Number.isNaN(value) ? text : value, `${least} to ${most} ${unit}`.trim());
}

const FIELD_BY = 'by';

/** A tool with its values as the query of an address, which opens just as it stands. */
export function queryOf(tool: Tool, values: Values, changed: string): string {
  const query = new URLSearchParams({ tool: tool.id });
  for (const { id } of tool.fields) {
    const value = values[id];
    if (value !== null && value !== undefined)
      query.set(id, typeof value === 'number' ? short(value) : value);
  }
  query.set(FIELD_BY, changed);
  return query.toString();
}

const short = (value: number) => String(Number(value.toPrecision(8)));

/** What an address asks of a tool: its values, computed anew from the field that was changed last, or what is wrong. */
export function valuesFrom(tool: Tool, query: Readonly<Record<string, string | undefined>>): Result<Values> {
  const problems: Problem[] = [];
  const asked: Record<string, number | string | null> = { ...tool.begin };
  for (const field of tool.fields) {
    const text = query[field.id];
    if (text === undefined) continue;
    const value = field.kind === 'number' ? Number(text.replace(',', '.')) : text;
    const wrong = text.trim() === '' ? problem(field.id, text, 'a value') : problemWith(field, value);
    if (wrong) problems.push(wrong);
    else asked[field.id] = value;
  }
  if (problems.length > 0) return fail(...problems);
  const by = changedIn(tool, query) ?? tool.fields.find(({ id }) => query[id] !== undefined)?.id;
  return succeed(
    by === undefined || asked[by] === undefined ? asked : withChange(tool, asked, by, asked[by]),
  );
}

/** The field that an address says was changed last; undefined where it names none of this tool. */
export function changedIn(
  tool: Tool,
  query: Readonly<Record<string, string | undefined>>,
): string | undefined {
  return tool.fields.find(({ id }) => id === query[FIELD_BY])?.id;
}

/** The value at which a rising or falling function reaches a goal, within a span; null where it does not. */
export function solved(
  goal: number,
  [least, most]: readonly [number, number],
  at: (value: number) => number | null,
): number | null {
  let [low, high] = [least, most];
  const [first, last] = [at(low), at(high)];
  if (first === null || last === null) return null;
  const rising = last > first;
  if ((goal - first) * (goal - last) > 0 || first === last) return null;
  for (let halving = 0; halving < HALVINGS; halving++) {
    const middle = (low + high) / 2;
    const value = at(middle);
    if (value === null) return null;
    if (value < goal === rising) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** Enough halvings to come below the last decimal of any field. */
const HALVINGS = 60;
