import { useSyncExternalStore } from 'react';
import { CORE_VERSION } from '@/core/assessment/core-version';
import type { RunView } from '@/core/exchange/views';
import type { TapeEntry } from '@/core/instruments/taped-bench';
import type { TrueMoment } from '@/core/practice/true-moment';
import { isRecord } from '@/core/quantity/record';
import { changesOf } from './changes-of';

/** A case in the middle of its work: enough to take it up where it was left. */
export interface KeptCase {
  /** Another core may judge, and simulate, otherwise: what it kept is not taken up. */
  readonly core: string;
  readonly code: string;
  readonly title: string;
  readonly technicianId: string | null;
  readonly savedAtMs: number;
  readonly startMs: number;
  readonly view: RunView;
  readonly truths: readonly TrueMoment[];
  /** What happened on the simulated bench. */
  readonly tape: readonly TapeEntry[];
}

const PREFIX = 'integra:case:';
/** Cases left in the middle that a browser keeps; the oldest go first. */
const MOST_KEPT = 6;
const changes = changesOf('integra:case-changed');
const NONE: readonly KeptCase[] = [];
let listed: { readonly text: string; readonly cases: readonly KeptCase[] } = { text: '', cases: NONE };

/** Two who share a bench do not take up each other's work. */
type Owned = Pick<KeptCase, 'code' | 'technicianId'>;

const keyOf = ({ code, technicianId }: Owned) => `${PREFIX}${technicianId ?? ''}:${code}`;

/** Keeps a case as it stands; false where this browser keeps nothing. */
export function keepCase(kept: Omit<KeptCase, 'core'>): boolean {
  try {
    const key = keyOf(kept);
    const isNew = localStorage.getItem(key) === null;
    localStorage.setItem(key, JSON.stringify({ ...kept, core: CORE_VERSION }));
    if (isNew) for (const old of keptCases().slice(MOST_KEPT)) localStorage.removeItem(keyOf(old));
    changes.tell();
    return true;
  } catch {
    return false;
  }
}

/** Forgets a case: it was brought to its end, or is begun anew. */
export function dropCase(dropped: Owned): void {
  try {
    localStorage.removeItem(keyOf(dropped));
    changes.tell();
  } catch {
    // Where nothing is kept there is nothing to forget.
  }
}

/** What somebody left of a case; null where there is nothing, or nothing that this version can take up. */
export function keptCase(left: Owned): KeptCase | null {
  return keptCases().find((kept) => keyOf(kept) === keyOf(left)) ?? null;
}

/** All that is kept, the newest first. */
function keptCases(): readonly KeptCase[] {
  try {
    const texts = Object.keys(localStorage)
      .filter((key) => key.startsWith(PREFIX))
      .map((key) => localStorage.getItem(key) ?? '');
    const text = texts.join('\n');
    if (text !== listed.text) listed = { text, cases: texts.flatMap(readKept).sort(newestFirst) };
    return listed.cases;
  } catch {
    return NONE;
  }
}

const newestFirst = (one: KeptCase, other: KeptCase) => other.savedAtMs - one.savedAtMs;

function readKept(text: string): KeptCase[] {
  try {
    const kept: unknown = JSON.parse(text);
    return isCase(kept) ? [kept] : [];
  } catch {
    return [];
  }
}

/** What this version of the core kept is as it keeps it; of anything else nothing is believed. */
function isCase(kept: unknown): kept is KeptCase {
  return isRecord(kept) && kept.core === CORE_VERSION && isRecord(kept.view) && Array.isArray(kept.tape);
}

/** The cases that whoever is at the bench left in the middle, the newest first. */
export function useKeptCases(technicianId: string | null): readonly KeptCase[] {
  const all = useSyncExternalStore(changes.subscribe, keptCases, () => NONE);
  return all.filter((kept) => kept.technicianId === technicianId);
}
