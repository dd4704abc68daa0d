import { lookAlikeKey } from '../quantity/written-text';
import type { BatteryLabel, Rating, SlotNeeds } from './battery-label';
import { type Construction, isLeadAcid } from './construction';
import type { Duty } from './duty';
import type { NominalVolts } from './nominal-volts';
import type { OwnReference } from './own-reference';

/** What the judgement needs to know of a battery, and nothing else. */
export interface BatterySpec {
  readonly construction: Construction;
  readonly nominalVolts: NominalVolts;
  readonly ratings: readonly Rating[];
  readonly c20Ah: number | null;
  readonly rcMinutes: number | null;
  /** What its vehicle or slot asks for. */
  readonly slot?: SlotNeeds | null;
  /** What it is for; absent: nobody said, and it starts an engine. */
  readonly duty?: Duty;
  /** Its conductance when new, S: where it is known it replaces the construction's usual figure. */
  readonly baselineSiemens?: number | null;
  /** What its own tests came to when it was new; absent where there were none to go by. */
  readonly reference?: OwnReference;
}

/** What of a label grading asks. */
type Graded = Pick<BatteryLabel, 'type' | 'nominalVolts' | 'ratings' | 'c20Ah' | 'rcMinutes'> &
  Partial<Pick<BatteryLabel, 'slot' | 'baselineSiemens' | 'duty'>>;

/**
 * The spec of a lead-acid battery, with what its own tests came to when it was new; undefined for another chemistry, which is
 * recorded but never graded.
 */
export function specOf(
  label: Graded & { readonly reference?: OwnReference | null },
): BatterySpec | undefined {
  const {
    type,
    nominalVolts,
    ratings,
    c20Ah,
    rcMinutes,
    slot = null,
    baselineSiemens = null,
    duty = null,
  } = label;
  if (!isLeadAcid(type)) return undefined;
  const spec = { construction: type, nominalVolts, ratings, c20Ah, rcMinutes, slot, baselineSiemens };
  const { reference = null } = label;
  return { ...spec, ...(duty === null ? {} : { duty }), ...(reference === null ? {} : { reference }) };
}

/** How tags are compared: scanners and people disagree about case, stray blanks and signs that look alike. */
export function tagKey(tag: string): string {
  return lookAlikeKey(tag);
}
