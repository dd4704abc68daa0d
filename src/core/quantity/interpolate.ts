import { requireFinite } from './finite';

/** A curve as rows of [x, y] with x rising from row to row. At least one row. */
export type Curve = readonly (readonly [x: number, y: number])[];

/**
 * Linear interpolation between the rows of a curve, held at the end values outside it.
 * @example interpolate([[0, 10], [1, 20]], 0.5) // 15
 */
export function interpolate(curve: Curve, x: number): number {
  requireFinite('x', x);
  let [belowX, belowY] = curve[0] ?? raiseEmpty();
  if (x <= belowX) return belowY;
  for (let row = 1; row < curve.length; row++) {
    const [aboveX, aboveY] = curve[row] ?? raiseEmpty();
    if (x <= aboveX) return belowY + ((aboveY - belowY) * (x - belowX)) / (aboveX - belowX);
    belowX = aboveX;
    belowY = aboveY;
  }
  return belowY;
}

function raiseEmpty(): never {
  throw new RangeError('curve must have at least one row');
}
