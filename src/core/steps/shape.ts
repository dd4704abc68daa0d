import type { TObject, TProperties, TSchema } from '@sinclair/typebox';
import { possibleRange, type Quantity, quantityLabel } from '../quantity/entry';
import { Type } from '../quantity/type';

/** Volts are checked against what a 12 V battery can show; the own range of a smaller block is held by `checkReading`. */
export const measured = (quantity: Quantity) => {
  const [minimum, maximum] = possibleRange(quantity, 12);
  return Type.Number({ minimum, maximum, description: quantityLabel(quantity) });
};

export const optional = <S extends TSchema>(schema: S) => Type.Union([schema, Type.Null()]);

export const oneOf = <const T extends string>(values: readonly T[], description: string) =>
  Type.Unsafe<T>(
    Type.Union(
      values.map((value) => Type.Literal(value)),
      { description },
    ),
  );

/** One figure a cell, of a battery of one to six cells. */
export const eachCell = (quantity: Quantity, description: string) =>
  Type.Array(measured(quantity), { minItems: 1, maxItems: 6, description });

const closed = <P extends TProperties>(properties: P): TObject<P> =>
  Type.Object(properties, { additionalProperties: false });

/**
 * What makes a reading stale. `run`: nothing does, but a later one of its kind. Any other: the last reading of that kind
 * makes those before it stale; with `only`, there is none without it.
 */
export interface Standing {
  readonly since:
    | 'run'
    | 'inspection'
    | 'charge'
    | 'settle'
    | 'load'
    | 'charge_start'
    | 'discharge'
    | 'discharge_start';
  readonly only?: true;
}

/** What a kind of reading holds, and how long it stands. */
export interface ReadingFacts<P extends TProperties> extends Standing {
  readonly data: TObject<P>;
}

export const readingOf = <P extends TProperties>(
  since: Standing['since'],
  properties: P,
  only?: true,
): ReadingFacts<P> => ({ since, data: closed(properties), ...(only ? { only } : {}) });
