import { useEffect, useRef, useState } from 'react';
import { hasSettled, type Shown, stillOfUse } from '@/core/instruments/settled';

const LOOKED_EVERY_MS = 500;

/** Whether a live voltage has come to rest; never while there is none. */
export function useSettled(volts: number | null): boolean {
  const latest = useRef(volts);
  latest.current = volts;
  const [settled, setSettled] = useState(false);
  const isThere = volts !== null;
  useEffect(() => {
    if (!isThere) return;
    let shown: readonly Shown[] = [];
    const timer = setInterval(() => {
      if (latest.current === null) return;
      const nowMs = performance.now();
      shown = [...stillOfUse(shown, nowMs), [nowMs, latest.current]];
      setSettled(hasSettled(shown, nowMs));
    }, LOOKED_EVERY_MS);
    return () => {
      clearInterval(timer);
      setSettled(false);
    };
  }, [isThere]);
  return settled && isThere;
}
