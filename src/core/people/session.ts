const HOUR_MS = 3_600_000;

/** A session ends by itself after a shift, however much is done in it. Rule of the trade. */
export const LONGEST_SESSION_MS = 12 * HOUR_MS;

/** How long a bench may lie idle before it locks, minutes: what a house can choose, and what it begins with. */
export const IDLE_MINUTES = { least: 1, most: 720, first: 30 } as const;

/** A code to enrol a device with is good for so long, ms. */
export const ENROL_CODE_MS = 10 * 60_000;

/** When somebody signed in, was last heard of, and signed out; the last is null while they have not. */
export interface SessionTimes {
  readonly startedAtMs: number;
  readonly seenAtMs: number;
  readonly endedAtMs: number | null;
}

/** Where a session stands: `open`; `locked`, so that its secret opens it again; or `over`. */
export type SessionState = 'open' | 'locked' | 'over';

/**
 * Where a session stands now.
 * @param idleMinutes after which a bench locks
 */
export function sessionState(
  { startedAtMs, seenAtMs, endedAtMs }: SessionTimes,
  nowMs: number,
  idleMinutes: number,
): SessionState {
  if (endedAtMs !== null || nowMs - startedAtMs >= LONGEST_SESSION_MS) return 'over';
  return nowMs - seenAtMs >= idleMinutes * 60_000 ? 'locked' : 'open';
}

/**
 * Whether somebody was at a device at a moment: what was captured then and is sent only now, when another is at it or
 * nobody is, is still theirs.
 * @param slackMs how far the clocks of device and server may be apart
 */
export function wasThere(
  { startedAtMs, endedAtMs }: Pick<SessionTimes, 'startedAtMs' | 'endedAtMs'>,
  atMs: number,
  slackMs: number,
): boolean {
  const end = Math.min(endedAtMs ?? Number.POSITIVE_INFINITY, startedAtMs + LONGEST_SESSION_MS);
  return atMs >= startedAtMs - slackMs && atMs <= end + slackMs;
}
