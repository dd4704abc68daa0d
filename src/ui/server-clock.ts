import { CLOCK_TOLERANCE_MS } from '@/core/quantity/moment';

/**
 * The server's clock as this device knows it. A tablet whose clock is wrong would stamp its readings before or after
 * those of others; so its offset is measured, and every moment on screen and in a reading is the server's.
 */

const KEPT_AS = 'integra:clock-offset';
/** Offsets under this are a matter of the link, not of the clock, ms. */
const LINK_MS = 2000;

let offsetMs = keptOffset();
const listeners = new Set<() => void>();

function keptOffset(): number {
  try {
    const kept = Number(globalThis.localStorage?.getItem(KEPT_AS) ?? '0');
    return Number.isFinite(kept) ? kept : 0;
  } catch {
    return 0;
  }
}

/** The present moment by the server's clock, ms UTC. */
export function serverNow(): number {
  return Math.round(Date.now() + offsetMs);
}

/** How far this device's clock runs ahead of the server's, ms; behind it where that is negative. */
export function clockAheadMs(): number {
  return -offsetMs;
}

/** Whether this device's clock is so far off that somebody should put it right. */
export function isClockWrong(): boolean {
  return Math.abs(offsetMs) > CLOCK_TOLERANCE_MS;
}

/** Calls back whenever the offset is found to be another. */
export function onClock(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

function found(offset: number): void {
  const settled = Math.abs(offset) < LINK_MS ? 0 : offset;
  if (Math.abs(settled - offsetMs) < LINK_MS) return;
  offsetMs = settled;
  try {
    localStorage.setItem(KEPT_AS, String(settled));
  } catch {
    // It is measured again by the next page.
  }
  for (const listener of listeners) listener();
}

/** Asks the server for its clock; what it takes to ask is shared evenly between there and back. */
export async function measureClock(): Promise<void> {
  try {
    const askedMs = Date.now();
    const response = await fetch('/api/now', { cache: 'no-store', signal: AbortSignal.timeout(8000) });
    const { nowMs } = (await response.json()) as { nowMs: unknown };
    if (typeof nowMs === 'number') found(nowMs - (askedMs + Date.now()) / 2);
  } catch {
    // Nothing answers just now; what was measured last goes on to hold.
  }
}
