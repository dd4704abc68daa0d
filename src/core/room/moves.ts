import { type Before, isMoved } from './build-plan';
import type { Placed } from './charge-job';

/** A battery that is planned otherwise than it was, and since when. */
export interface Move {
  readonly id: string;
  readonly was: Pick<Placed, 'channel' | 'startMs'>;
  readonly now: Pick<Placed, 'channel' | 'startMs'>;
  readonly atMs: number;
}

/** A move is told for so long, ms: whoever was at the bench meanwhile still hears of it. */
const TOLD_MS = 30 * 60_000;

/**
 * What moved lately: what this plan has otherwise than the one before, and what earlier ones had, as long as that is news and the battery
 * still waits. One that moved again is told from where it was first.
 */
export function movesLately(
  earlier: readonly Move[],
  planned: readonly Placed[],
  before: Before,
  nowMs: number,
): Move[] {
  return planned.flatMap(({ id, channel, startMs }): Move[] => {
    const told = earlier.find((move) => move.id === id && nowMs - move.atMs < TOLD_MS);
    const now = { channel, startMs };
    const was = before.get(id);
    if (was && isMoved(now, was, nowMs)) return [{ id, was: told?.was ?? was, now, atMs: nowMs }];
    return told ? [{ ...told, now }] : [];
  });
}
