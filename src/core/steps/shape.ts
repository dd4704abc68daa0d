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

/** What a kind of reading holds: these fields and no others. */
export const holding = <P extends TProperties>(properties: P): TObject<P> =>
  Type.Object(properties, { additionalProperties: false });
