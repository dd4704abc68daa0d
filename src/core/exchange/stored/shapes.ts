import { Type } from '../../quantity/type';
import { RULES_SHAPE } from '../../rules/upgrade-rules';

/**
 * In which shape each kind of record is kept and exported now. A change of what a record holds raises its number and
 * brings an upgrader; records are read through the chain of them, always. Judgements carry the version of the core that
 * made them, which says the same.
 */
export const SHAPES = { label: 1, reading: 1, rules: RULES_SHAPE, lot: 1 } as const;

export type Shapes = { readonly [kind in keyof typeof SHAPES]: number };

/** Files that say nothing of shapes are of versions in which these were the ones. */
export const FIRST_SHAPES: Shapes = { label: 1, reading: 1, rules: 3, lot: 1 };

const shape = (most: number) => Type.Integer({ minimum: 1, maximum: most });

/** What the head of a file says of the records in it. */
export const ShapesSchema = Type.Object(
  {
    label: shape(SHAPES.label),
    reading: shape(SHAPES.reading),
    rules: shape(SHAPES.rules),
    lot: shape(SHAPES.lot),
  },
  { additionalProperties: false, description: 'shapes of the records in this file' },
);
