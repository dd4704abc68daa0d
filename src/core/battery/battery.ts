import { lookAlikeKey } from '../quantity/written-text';
import type { BatteryLabel, Rating, SlotNeeds } from './battery-label';
import { type Construction, isLeadAcid } from './construction';

/** What the judgement needs to know of a battery, and nothing else. */
export interface BatterySpec {
  readonly construction: Construction;
  readonly nominalVolts: 6 | 12;
  readonly ratings: readonly Rating[];
  readonly c20Ah: number | null;
  readonly rcMinutes: number | null;
  /** What its vehicle or slot asks for. */
  readonly slot?: SlotNeeds | null;
  /** Its conductance when new, S: where it is known it replaces the construction's usual figure. */
  readonly baselineSiemens?: number | null;
}

/** The spec of a lead-acid battery; undefined for another chemistry, which is recorded but never graded. */
export function specOf(label: BatteryLabel): BatterySpec | undefined {
  const { type, nominalVolts, ratings, c20Ah, rcMinutes, slot = null, baselineSiemens = null } = label;
  if (!isLeadAcid(type)) return undefined;
  return { construction: type, nominalVolts, ratings, c20Ah, rcMinutes, slot, baselineSiemens };
}

/** How tags are compared: scanners and people disagree about case, stray blanks and signs that look alike. */
export function tagKey(tag: string): string {
  return lookAlikeKey(tag);
}
