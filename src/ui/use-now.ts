'use client';

import { useEffect, useState } from 'react';

/**
 * The present moment, ms UTC, moving on every `everyMs`. It begins with the server's, so that the first paint agrees
 * with the page that was sent.
 */
export function useNow(startMs: number, everyMs = 1000): number {
  const [nowMs, setNowMs] = useState(startMs);
  useEffect(() => {
    setNowMs(Date.now());
    const timer = setInterval(() => setNowMs(Date.now()), everyMs);
    return () => clearInterval(timer);
  }, [everyMs]);
  return nowMs;
}
