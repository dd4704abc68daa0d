/**
 * Guards for numbers that a caller must have checked already. They throw, because a NaN that has come this far
 * is a fault of the program; what people type is checked by `checkEntry` and answered as data.
 */

/** Returns `value` when it is a finite number, else throws a RangeError that names it. */
export function requireFinite(name: string, value: number): number {
  if (Number.isFinite(value)) return value;
  throw new RangeError(`${name} must be a finite number, got ${value}`);
}

/** Returns `value` when it is finite and above zero, else throws a RangeError that names it. */
export function requirePositive(name: string, value: number): number {
  if (requireFinite(name, value) > 0) return value;
  throw new RangeError(`${name} must be above 0, got ${value}`);
}

/** Returns `value` when it lies in [least, most], else throws a RangeError that names it. */
export function requireWithin(name: string, value: number, least: number, most: number): number {
  if (requireFinite(name, value) >= least && value <= most) return value;
  throw new RangeError(`${name} must lie between ${least} and ${most}, got ${value}`);
}
