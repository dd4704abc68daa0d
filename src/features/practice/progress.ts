import { useSyncExternalStore } from 'react';
import { changesOf } from './changes-of';

/** A case that was brought to its debrief in this browser. */
export interface Attempt {
  readonly code: string;
  readonly title: string;
  readonly level: number;
  readonly score: number;
  readonly right: boolean;
  readonly minutes: number;
  readonly atMs: number;
  /** Who was at the bench; null where nobody had said so. */
  readonly technicianId: string | null;
}

const KEY = 'integra:practice';
const MOST_KEPT = 500;
const changes = changesOf('integra:practice-changed');
const NONE: readonly Attempt[] = [];
let read: { readonly text: string; readonly attempts: readonly Attempt[] } = { text: '', attempts: NONE };

/** Keeps an attempt; a browser that keeps nothing loses nothing but the list. */
export function keepAttempt(attempt: Attempt): void {
  try {
    localStorage.setItem(KEY, JSON.stringify([...attempts(), attempt].slice(-MOST_KEPT)));
    changes.tell();
  } catch {
    // The debrief stands on the page all the same.
  }
}

function attempts(): readonly Attempt[] {
  try {
    const text = localStorage.getItem(KEY) ?? '[]';
    if (text !== read.text) {
      const parsed: unknown = JSON.parse(text);
      read = { text, attempts: Array.isArray(parsed) ? (parsed as Attempt[]) : NONE };
    }
    return read.attempts;
  } catch {
    return NONE;
  }
}

/** The attempts of whoever is at the bench, the oldest first. */
export function useAttempts(technicianId: string | null): readonly Attempt[] {
  const all = useSyncExternalStore(changes.subscribe, attempts, () => NONE);
  return all.filter((attempt) => attempt.technicianId === technicianId);
}
