import { formatQuantity } from '../quantity/format';
import { type HouseRules, HouseRulesSchema } from './house-rules';

/** One figure of house rules: where it stands in the file, what it is, and its value. */
export interface Figure {
  readonly path: string;
  readonly what: string;
  readonly value: FigureValue;
  /** What it may be: a span of numbers, or a few words. */
  readonly least: number | null;
  readonly most: number | null;
  readonly choices: readonly string[] | null;
}

export type FigureValue = number | boolean | string | readonly number[] | readonly (readonly number[])[];

interface SchemaNode {
  readonly type?: string;
  readonly description?: string;
  readonly properties?: Readonly<Record<string, SchemaNode>>;
  readonly minimum?: number;
  readonly exclusiveMinimum?: number;
  readonly maximum?: number;
  readonly enum?: readonly string[];
}

/** Every figure of rules, in the order of the file; names and version are not figures. */
export function figuresOf(rules: HouseRules): Figure[] {
  const sections = Object.entries((HouseRulesSchema as SchemaNode).properties ?? {});
  return sections
    .filter(([, schema]) => schema.type === 'object')
    .flatMap(([name, schema]) =>
      leaves(name, schema, (rules as unknown as Readonly<Record<string, unknown>>)[name]),
    );
}

function leaves(path: string, schema: SchemaNode, value: unknown): Figure[] {
  if (schema.properties) {
    const record = (value ?? {}) as Readonly<Record<string, unknown>>;
    return Object.entries(schema.properties).flatMap(([name, inner]) =>
      leaves(`${path}/${name}`, inner, record[name]),
    );
  }
  return [
    {
      path,
      what: schema.description ?? path,
      value: value as FigureValue,
      least: schema.minimum ?? schema.exclusiveMinimum ?? null,
      most: schema.maximum ?? null,
      choices: schema.enum ?? null,
    },
  ];
}

/** A figure, or all figures under a path, as words; null for a path that leads nowhere. */
export function figureAt(rules: HouseRules, path: string): { what: string; value: string }[] | null {
  const found = figuresOf(rules).filter(
    (figure) => figure.path === path || figure.path.startsWith(`${path}/`),
  );
  if (found.length === 0) return null;
  return found.map(({ what, value }) => ({ what, value: figureText(path, value) }));
}

const CHOICE_WORDS: Readonly<Record<string, string>> = {
  half_rating: 'half the rating',
  capacity: '3 × C20',
  fixed: 'a fixed bank',
  table: 'the limit table',
  rating_step: 'a rating step lower',
  none: 'none',
  floor: 'a floor',
  near_load: 'the load test',
  side: 'a side',
  conductor: 'a conductor',
};

/** A figure's value as a person reads it, with the unit that its name carries. */
export function figureText(path: string, value: FigureValue): string {
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'string') return CHOICE_WORDS[value] ?? value;
  if (typeof value === 'number') return withUnit(path, value);
  if (isTable(value)) return value.map(([celsius, volts]) => `${celsius} °C ${volts} V`).join(', ');
  return (value as readonly number[]).map((part) => withUnit(path, part)).join(' to ');
}

function isTable(
  value: readonly number[] | readonly (readonly number[])[],
): value is readonly (readonly number[])[] {
  return Array.isArray(value[0]);
}

function withUnit(path: string, value: number): string {
  const name =
    path.split('/').find((part) => /(Volts|Volts25|volts)$/.test(part)) ?? path.split('/').at(-1) ?? '';
  if (/pct$/i.test(name)) return formatQuantity(value, '%');
  if (/volts(25)?$/i.test(name)) return formatQuantity(value, 'V');
  if (/amps$/i.test(name)) return formatQuantity(value, 'A', { decimals: value < 1 ? 2 : 0 });
  if (/minutes$/i.test(name)) return formatQuantity(value, 'min');
  if (/seconds$/i.test(name)) return formatQuantity(value, 's');
  if (/hours$/i.test(name)) return formatQuantity(value, 'h');
  if (/C$/.test(name)) return formatQuantity(value, '°C', { decimals: 0 });
  if (/K$/.test(name)) return `${value}\u00A0K`;
  return String(value);
}

/** Rules with one figure changed; the others as they were. The caller checks the whole before it is put in force. */
export function withFigure(rules: HouseRules, path: string, value: FigureValue): HouseRules {
  return put(rules as unknown as Record<string, unknown>, path.split('/'), value) as unknown as HouseRules;
}

function put(record: Readonly<Record<string, unknown>>, path: readonly string[], value: unknown): unknown {
  const [name, ...rest] = path;
  if (name === undefined) return value;
  const inner = record[name];
  const next = rest.length === 0 ? value : put((inner ?? {}) as Record<string, unknown>, rest, value);
  return { ...record, [name]: next };
}
