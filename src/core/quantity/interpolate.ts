import { requireFinite } from './finite';

/** A curve as rows of [x, y] with x rising from row to row. At least one row. */
export type Curve = readonly (readonly [x: number, y: number])[];

/**
 * Linear interpolation between the rows of a curve, held at the end values outside it.
 * @example interpolate([[0, 10], [1, 20]], 0.5) // 15
 */
export function interpolate(curve: Curve, x: number): number {
  requireFinite('x', x);
  let below = curve[0] ?? raiseEmpty();
  if (x <= below[0]) return below[1];
  for (let row = 1; row < curve.length; row++) {
    const above = curve[row] ?? raiseEmpty();
    if (x <= above[0]) return below[1] + ((above[1] - below[1]) * (x - below[0])) / (above[0] - below[0]);
    below = above;
  }
  return below[1];
}

function raiseEmpty(): never {
  throw new RangeError('curve must have at least one row');
}
