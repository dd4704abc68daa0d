import { useEffect, useState } from 'react';
import { useKeys } from '@/ui/keys';

const TICK_MS = 100;

/** The clock of a load or a charge that is held for some seconds. */
export interface HoldClock {
  readonly holdSeconds: number;
  readonly elapsedSeconds: number | null;
  readonly running: boolean;
  readonly start: () => void;
  readonly stop: () => void;
}

/** `S` starts and stops the clock; a number field has no use for the letter. */
export function useClockKey({ running, start, stop }: HoldClock): void {
  useKeys([
    {
      key: 's',
      label: running ? 'Stop the clock' : 'Start the clock',
      act: running ? stop : start,
      atOnce: running,
    },
  ]);
}

/** A clock that runs while something is held and says nothing about the reading. */
export function useHoldClock(holdSeconds: number): HoldClock {
  const [startedMs, setStartedMs] = useState<number | null>(null);
  const [nowMs, setNowMs] = useState(0);
  const running = startedMs !== null && nowMs - startedMs < holdSeconds * 1000;
  useEffect(() => {
    if (!running) return;
    const timer = setInterval(() => setNowMs(Date.now()), TICK_MS);
    return () => clearInterval(timer);
  }, [running]);
  return {
    holdSeconds,
    running,
    elapsedSeconds: startedMs === null ? null : (nowMs - startedMs) / 1000,
    start: () => {
      const now = Date.now();
      setStartedMs(now);
      setNowMs(now);
      document.querySelector<HTMLInputElement>('input[data-first]')?.focus();
    },
    stop: () => setStartedMs(null),
  };
}
