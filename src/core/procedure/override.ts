import type { FindingCode } from '../assessment/finding';
import type { Verdict } from '../assessment/verdict';
import type { CurrentReadings } from '../steps/current-readings';
import type { ReadingData, ReadingOf } from '../steps/reading';

/** A verdict that a technician set over the computed one. Both stay in the record. */
export interface VerdictOverride {
  readonly verdict: Verdict;
  readonly why: string;
  readonly byId: string;
  readonly atMs: number;
}

/** What the readings come to by themselves, and the finding that decided it. */
export interface Computed {
  readonly verdict: Verdict;
  readonly decidedBy: FindingCode;
}

/** What an override of a computed verdict holds. Out of quarantine it names the danger that was looked at. */
export function overrideData(
  verdict: Verdict,
  why: string,
  over: Computed,
  confirmedById: string | null = null,
): ReadingData<'override'> {
  const despite = over.verdict === 'quarantine' ? { despite: over.decidedBy } : {};
  return {
    verdict,
    why,
    over: over.verdict,
    ...despite,
    ...(confirmedById === null ? {} : { confirmedById }),
  };
}

/**
 * The override that stands over what the readings come to now; null where the computed verdict does. It was set over one
 * computed verdict: once another is computed it has lapsed and must be set again, so that it never outlives a danger
 * that nobody had found then. Over a quarantine it stands only against the very danger that it names.
 * Source: rule of the trade, the last word is given to what was seen when it was said.
 */
export function overrideOf(current: CurrentReadings, computed: Computed): VerdictOverride | null {
  const set = current.last.override;
  return set && stands(set.data, computed) ? told(set) : null;
}

/** The override that was set and has lapsed since; null where none was, or where it stands. */
export function lapsedOverrideOf(current: CurrentReadings, computed: Computed): VerdictOverride | null {
  const set = current.last.override;
  return set && !stands(set.data, computed) ? told(set) : null;
}

function stands({ over, despite }: ReadingData<'override'>, { verdict, decidedBy }: Computed): boolean {
  if (verdict === 'quarantine' && despite !== decidedBy) return false;
  // What was set before this was written down stands as it did.
  return over === undefined || over === verdict;
}

function told({ data: { verdict, why }, technicianId, takenAtMs }: ReadingOf<'override'>): VerdictOverride {
  return { verdict, why, byId: technicianId, atMs: takenAtMs };
}
