import type { Unit } from '@/core/quantity/format';

/** Half of the margin rule's width in each unit (gravity has none), the same everywhere, so that two can be compared. */
export const HALF_SPANS: Readonly<Partial<Record<Unit, number>>> = {
  V: 1.5,
  '%': 45,
  '°C': 20,
  '°F': 36,
  A: 200,
  mA: 250,
  '': 0.06,
};
