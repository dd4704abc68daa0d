'use client';

import { useEffect, useState } from 'react';
import { type CheckName, checkFacts } from '@/core/vehicle/check-reading';
import { WAITS } from '@/core/vehicle/waits';
import { Button } from '@/ui/button';
import { clockText } from '@/ui/countdown';
import { serverNow } from '@/ui/server-clock';
import { useNow } from '@/ui/use-now';

const TICK_MS = 1000;

/** The clock of a reading that has to wait. It goes on over a reload, and while something else is read. */
export function WaitClock({ runId, name }: { readonly runId: string; readonly name: CheckName }) {
  const wait = WAITS[name];
  const place = `integra:wait:${runId}:${name}`;
  const [sinceMs, setSinceMs] = useState<number | null>(null);
  // Only this browser knows: the server's picture of the page has no clock yet.
  useEffect(() => setSinceMs(kept(place)), [place]);
  const nowMs = useNow(serverNow(), TICK_MS);
  if (!wait) return null;
  const start = () => {
    const startedMs = serverNow();
    keep(place, startedMs);
    setSinceMs(startedMs);
  };
  if (sinceMs === null) {
    return (
      <div className="flex flex-wrap items-center gap-3">
        <Button onClick={start}>Start the clock</Button>
        <p className="text-soft">
          {wait.minutes} min from when {wait.from}.
        </p>
      </div>
    );
  }
  const passedMs = Math.max(0, nowMs - sinceMs);
  const isOver = passedMs >= 60_000 * wait.minutes;
  return (
    <div
      className="flex flex-wrap items-center gap-3"
      role="timer"
      aria-label={`Wait for ${checkFacts(name).label}`}
    >
      <span className="figures text-3xl font-semibold">{clockText(passedMs)}</span>
      <span className={isOver ? 'font-semibold text-serve' : 'text-soft'}>
        {isOver ? 'It can be read now.' : `of ${wait.minutes} min`}
      </span>
      <Button tone="quiet" onClick={start}>
        From now
      </Button>
    </div>
  );
}

function kept(place: string): number | null {
  try {
    const text = globalThis.localStorage?.getItem(place) ?? null;
    const value = Number(text);
    return text === null || !Number.isFinite(value) ? null : value;
  } catch {
    return null;
  }
}

function keep(place: string, startedMs: number): void {
  try {
    globalThis.localStorage?.setItem(place, String(startedMs));
  } catch {
    // Where the browser keeps nothing, the clock lasts as long as the page.
  }
}
