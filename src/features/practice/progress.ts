import { useEffect, useSyncExternalStore } from 'react';
import { uuidv7 } from 'uuidv7';
import type { Attempt } from '@/core/practice/attempt';
import { isRecord } from '@/core/quantity/record';
import { send } from '@/ui/api';
import { changesOf } from './changes-of';

/** A case that was brought to its debrief in this browser. */
export interface KeptAttempt extends Attempt {
  /** Who was at the bench; null where nobody had said so. */
  readonly technicianId: string | null;
  /** The server has it too, for a lead and for the person's other devices. */
  readonly sent?: boolean;
}

const KEY = 'integra:practice';
const MOST_KEPT = 500;
const MOST_SENT = 100;
const changes = changesOf('integra:practice-changed');
const NONE: readonly KeptAttempt[] = [];
let read: { readonly text: string; readonly attempts: readonly KeptAttempt[] } = { text: '', attempts: NONE };

/** Keeps an attempt; a browser that keeps nothing loses nothing but the list. */
export function keepAttempt(attempt: Omit<KeptAttempt, 'id' | 'sent'>): void {
  keep([...attempts(), { ...attempt, id: uuidv7() }]);
  if (attempt.technicianId !== null) void sendAttempts(attempt.technicianId);
}

/** Sends what the server does not have yet of somebody; what does not get there is sent the next time. */
async function sendAttempts(technicianId: string): Promise<void> {
  const waiting = attempts()
    .filter((attempt) => attempt.technicianId === technicianId && attempt.sent !== true && attempt.id)
    .slice(0, MOST_SENT);
  if (waiting.length === 0) return;
  const told = waiting.map(({ technicianId: _who, sent: _sent, ...attempt }) => attempt);
  const reply = await send('/api/practice/results', { technicianId, attempts: told });
  if ('unreachable' in reply || !reply.ok) return;
  const arrived = new Set(waiting.map(({ id }) => id));
  keep(attempts().map((attempt) => (arrived.has(attempt.id) ? { ...attempt, sent: true } : attempt)));
}

function keep(all: readonly KeptAttempt[]): void {
  try {
    localStorage.setItem(KEY, JSON.stringify(all.slice(-MOST_KEPT)));
    changes.tell();
  } catch {
    // The debrief stands on the page all the same.
  }
}

function attempts(): readonly KeptAttempt[] {
  try {
    const text = localStorage.getItem(KEY) ?? '[]';
    if (text !== read.text) {
      const parsed: unknown = JSON.parse(text);
      read = { text, attempts: Array.isArray(parsed) ? parsed.filter(isAttempt) : NONE };
    }
    return read.attempts;
  } catch {
    return NONE;
  }
}

const isAttempt = (kept: unknown): kept is KeptAttempt =>
  isRecord(kept) &&
  typeof kept.code === 'string' &&
  typeof kept.title === 'string' &&
  typeof kept.score === 'number' &&
  typeof kept.atMs === 'number';

/** The attempts of whoever is at the bench, the oldest first; what the server lacks of them is sent. */
export function useAttempts(technicianId: string | null): readonly KeptAttempt[] {
  const all = useSyncExternalStore(changes.subscribe, attempts, () => NONE);
  useEffect(() => {
    if (technicianId !== null) void sendAttempts(technicianId);
  }, [technicianId]);
  return all.filter((attempt) => attempt.technicianId === technicianId);
}
