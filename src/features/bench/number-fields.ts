import { checkEntry, type Quantity } from '@/core/quantity/entry';
import type { TemperatureUnit } from '@/core/quantity/temperature';
import { celsiusFromFahrenheit, fahrenheitFromCelsius } from '@/core/quantity/temperature';
import { typedNumber } from '@/ui/typed-number';
import type { LiveSource } from './live/use-live';

/** A number that a step asks for. */
export interface NumberField<Name extends string = string> {
  readonly name: Name;
  readonly label: string;
  readonly quantity: Quantity;
  readonly unit: string;
  /** What it starts with, in SI; empty where there is nothing to start with. */
  readonly initial: number | null;
  /** What the step asks for on this very battery, in SI: what was typed is held against it. */
  readonly asked?: number | null;
  /** What an empty field means, where it may stay empty. */
  readonly emptyMeans?: string;
  /** What is assumed where it stays empty, in SI; it is asked for once before that. */
  readonly assumes?: number;
  /** What is expected instead of a value that is refused for more than its bounds, in SI; null where none is. */
  readonly expectedInstead?: (value: number) => string | null;
  /** The instrument that it is read from, where one is there. */
  readonly live?: LiveSource;
}

/** A question about a typed value that can be but is unusual. */
export interface Doubt {
  readonly name: string;
  readonly text: string;
  readonly question: string;
  /** What was probably meant, as it would have been typed. */
  readonly suggestion: string | null;
}

/** What a set of typed fields comes to: its values in SI, what is wrong by field, and the first thing to ask about. */
export interface FieldsRead<Name extends string> {
  readonly values: Readonly<Record<Name, number | null>>;
  readonly complaints: Readonly<Partial<Record<Name, string>>>;
  readonly doubt: Doubt | null;
}

/** Nothing is read finer than a gravity or a milliampere; a converted temperature needs less. */
const STEPS_A_UNIT = { temperature: 100, other: 1000 } as const;

/**
 * How a value in SI is typed on this screen.
 * @param leastDecimals decimals that it has at least, where it changes while it is read: its width then never jumps
 */
export function shownValue(
  field: NumberField,
  value: number | null,
  unit: TemperatureUnit,
  leastDecimals = 0,
): string {
  if (value === null) return '';
  const isTemperature = field.quantity === 'temperatureC';
  const shown = isTemperature && unit === '°F' ? fahrenheitFromCelsius(value) : value;
  const steps = isTemperature ? STEPS_A_UNIT.temperature : STEPS_A_UNIT.other;
  const text = String(Math.round(shown * steps) / steps);
  const decimals = text.split('.')[1]?.length ?? 0;
  return decimals < leastDecimals ? Number(text).toFixed(leastDecimals) : text;
}

/** A typed text in SI; null for an empty field, NaN for what is no number. */
export function valueOfText(field: NumberField, text: string, unit: TemperatureUnit): number | null {
  const value = typedNumber(text);
  if (value === null || Number.isNaN(value)) return value;
  return field.quantity === 'temperatureC' && unit === '°F' ? celsiusFromFahrenheit(value) : value;
}

/** Reads all fields of a step. `confirmed` are texts that the technician stood by when asked. */
export function readFields<Name extends string>(
  fields: readonly NumberField<Name>[],
  texts: Readonly<Record<Name, string>>,
  nominalVolts: number,
  unit: TemperatureUnit,
  confirmed: ReadonlySet<string>,
): FieldsRead<Name> {
  const values = {} as Record<Name, number | null>;
  const complaints: Partial<Record<Name, string>> = {};
  let doubt: Doubt | null = null;
  for (const field of fields) {
    const text = texts[field.name];
    const value = valueOfText(field, text, unit);
    values[field.name] = value;
    if (value === null) {
      if (field.emptyMeans === undefined && field.assumes === undefined)
        complaints[field.name] = `Found nothing, expected the ${field.label.toLowerCase()}`;
      continue;
    }
    const check = checkEntry(field.quantity, value, nominalVolts, field.asked ?? null);
    const expected =
      check.kind === 'refused'
        ? expectedIn(field, check.problem.expected, unit)
        : (field.expectedInstead?.(value) ?? null);
    if (expected !== null) complaints[field.name] = `Found ${text}, expected ${expected}`;
    else if (check.kind === 'doubtful' && !confirmed.has(`${field.name} ${text}`)) {
      doubt ??= {
        name: field.name,
        text,
        question: questionIn(field, text, check.question, unit),
        suggestion: suggestionIn(field, check.suggestion, unit),
      };
    }
  }
  return { values, complaints, doubt };
}

function expectedIn({ quantity }: NumberField, expected: string, unit: TemperatureUnit): string {
  if (quantity !== 'temperatureC' || unit === '°C') return expected;
  return expected
    .replace(/-?\d+(\.\d+)?/g, (celsius) => String(Math.round(fahrenheitFromCelsius(Number(celsius)))))
    .replace('°C', '°F');
}

function questionIn(
  { quantity }: NumberField,
  text: string,
  question: string,
  unit: TemperatureUnit,
): string {
  return quantity === 'temperatureC' && unit === '°F' ? `${text} °F is unusual. Is that right?` : question;
}

/** A guess at what was meant is a guess about Celsius: whoever types Fahrenheit is only asked. */
function suggestionIn(field: NumberField, value: number | undefined, unit: TemperatureUnit): string | null {
  if (value === undefined || (field.quantity === 'temperatureC' && unit === '°F')) return null;
  return shownValue(field, value, unit);
}

/** What an empty field says of itself. */
export function emptyWords(field: NumberField, unit: TemperatureUnit): string | undefined {
  if (field.assumes === undefined) return field.emptyMeans;
  const shownIn = field.quantity === 'temperatureC' ? unit : field.unit;
  return `${shownValue(field, field.assumes, unit)} ${shownIn} assumed`;
}
