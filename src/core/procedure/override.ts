import type { Verdict } from '../assessment/verdict';
import type { CurrentReadings } from './current-readings';

/** A verdict that a technician set over the computed one. Both stay in the record. */
export interface VerdictOverride {
  readonly verdict: Verdict;
  readonly why: string;
  readonly byId: string;
  readonly atMs: number;
}

/** The override that stands in a run; null where the computed verdict does. */
export function overrideOf({ override }: CurrentReadings): VerdictOverride | null {
  if (!override) return null;
  const { data, technicianId, takenAtMs } = override;
  return { ...data, byId: technicianId, atMs: takenAtMs };
}
