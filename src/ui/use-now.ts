'use client';

import { useEffect, useState } from 'react';
import { serverNow } from './server-clock';

/**
 * The present moment by the server's clock, ms UTC, moving on every `everyMs`. It begins with the server's, so that the first paint agrees
 * with the page that was sent.
 * @param clock another time than the wall’s, where something is simulated; the same function again and again
 */
export function useNow(startMs: number, everyMs = 1000, clock: () => number = serverNow): number {
  const [nowMs, setNowMs] = useState(startMs);
  useEffect(() => {
    setNowMs(clock());
    const timer = setInterval(() => setNowMs(clock()), everyMs);
    return () => clearInterval(timer);
  }, [everyMs, clock]);
  return nowMs;
}
