import type { Reading } from '@/core/procedure/reading';

const keyOf = (runId: string) => `integra:outbox:${runId}`;

/** Readings of a run that were captured but not yet acknowledged; kept by the browser so that a reload loses none. */
export function loadOutbox(runId: string): Reading[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(keyOf(runId)) ?? '[]');
    return Array.isArray(kept) ? (kept as Reading[]) : [];
  } catch {
    // Storage can be switched off or hold someone else's text; the readings on screen are sent all the same.
    return [];
  }
}

/** Keeps what is still to be sent. */
export function saveOutbox(runId: string, readings: readonly Reading[]): void {
  try {
    if (readings.length === 0) localStorage.removeItem(keyOf(runId));
    else localStorage.setItem(keyOf(runId), JSON.stringify(readings));
  } catch {
    // As above: without storage a reload during an outage loses what was not sent, and nothing can be done about it.
  }
}
