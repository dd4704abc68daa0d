import { CONSTRUCTION_FACTS, CONSTRUCTIONS } from '../battery/construction';
import { NOMINAL_WORDS } from '../battery/nominal-volts';
import { RATING_STANDARDS } from '../battery/rating-standard';
import { possibleRange, type Quantity } from '../quantity/entry';
import type { ChoiceField, NumberField } from './tool';

/** A number whose range is that of a quantity that is typed on the Bench. */
export function quantityField(
  id: string,
  label: string,
  unit: string,
  quantity: Quantity,
  decimals: number,
): NumberField {
  const [least, most] = possibleRange(quantity, 12);
  return { kind: 'number', id, label, unit, least, most, decimals };
}

export function numberField(
  id: string,
  label: string,
  unit: string,
  [least, most]: readonly [number, number],
  decimals: number,
): NumberField {
  return { kind: 'number', id, label, unit, least, most, decimals };
}

export function choiceField(
  id: string,
  label: string,
  choices: readonly (readonly [value: string, label: string])[],
): ChoiceField {
  return { kind: 'choice', id, label, choices: choices.map(([value, name]) => ({ value, label: name })) };
}

export const constructionField = (which: readonly (typeof CONSTRUCTIONS)[number][] = CONSTRUCTIONS) =>
  choiceField(
    'construction',
    'Type',
    which.map((name) => [name, CONSTRUCTION_FACTS[name].label] as const),
  );

export const standardField = (id: string, label: string) =>
  choiceField(
    id,
    label,
    RATING_STANDARDS.map((name) => [name, name] as const),
  );

export const nominalField = choiceField(
  'nominal',
  'Battery',
  [...NOMINAL_WORDS].reverse().map((volts) => [volts, `${volts} V`] as const),
);

export const temperatureField = quantityField('celsius', 'Battery temperature', '°C', 'temperatureC', 1);
export const chargeField = numberField('pct', 'Charge', '%', [0, 100], 0);
