import { performance } from 'node:perf_hooks';

/** Share of its time that the loop that answers requests is at work, above which whatever stands behind them waits. */
const BUSY = 0.6;
/** How often it is looked, ms, and for how long at most: what waits gets on in any case. */
const LOOKED_EVERY_MS = 100;
const LONGEST_MS = 1000;

/**
 * A wait for what stands behind all requests: over at once where the server had little to answer since it was asked last.
 * @param atWork share of the time since it was asked last that the loop was at work, 0 to 1
 */
export function calmAwaited(
  atWork: () => number = loopAtWork(),
  pause: (ms: number) => Promise<void> = (ms) => new Promise((over) => setTimeout(over, ms)),
): () => Promise<void> {
  return async () => {
    for (let waitedMs = 0; waitedMs < LONGEST_MS && atWork() > BUSY; waitedMs += LOOKED_EVERY_MS)
      await pause(LOOKED_EVERY_MS);
  };
}

function loopAtWork(): () => number {
  let last = performance.eventLoopUtilization();
  return () => {
    const now = performance.eventLoopUtilization();
    const { utilization } = performance.eventLoopUtilization(now, last);
    last = now;
    return utilization;
  };
}
