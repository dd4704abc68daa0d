import type { Construction } from '../battery/construction';
import type { Duty } from '../battery/duty';
import { type Climate, LIFE_SCALE_YEARS } from '../battery/length-of-life';

/** What decides how long a unit is expected to last before anything was read of it. */
export interface KindOfLife {
  readonly construction: Construction;
  readonly duty: Duty;
  readonly climate: Climate;
}

/** How much longer one construction lasts than a flooded one, and one kind of work than starting. A model of ours. */
const BY_CONSTRUCTION: Readonly<Record<Construction, number>> = {
  flooded: 1,
  calcium: 1.05,
  efb: 1.1,
  agm: 1.2,
  gel: 1.25,
};
const BY_DUTY: Readonly<Record<Duty, number>> = { starting: 1, both: 0.9, deep_cycle: 0.85 };

/** The scale of a kind’s length of life, years until a unit has fallen to 65 %, before a fleet has said anything of it. */
export function usualLifeYears({ construction, duty, climate }: KindOfLife): number {
  return LIFE_SCALE_YEARS[climate] * BY_CONSTRUCTION[construction] * BY_DUTY[duty];
}

/** Tells kinds apart that a fleet learns of by themselves. */
export const kindKey = ({ construction, duty }: KindOfLife): string => `${construction} ${duty}`;
