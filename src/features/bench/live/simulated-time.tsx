import { useRef } from 'react';
import { writeLine } from '@/core/instruments/line';
import { formatMinutes } from '@/core/quantity/format';
import { Button } from '@/ui/button';
import { useLink, useLive } from './use-live';

const SPEEDS = [1, 60, 600, 3600] as const;

/** Lets simulated instruments run faster than the clock, and says so plainly. Nothing with real ones. */
export function SimulatedTime() {
  const link = useLink();
  const simulated = useLive((there) => there.instruments.some((instrument) => instrument.simulated));
  const passed = useLive((there) => there.clock.passedSeconds) ?? 0;
  if (!link || !simulated || link.timeShownElsewhere) return null;
  return (
    <fieldset className="flex flex-wrap items-center gap-2 rounded-md border border-warn bg-warn-wash px-3 pb-2">
      <legend className="px-1 text-sm font-semibold text-warn">Simulated: its time can run faster</legend>
      <SpeedKeys />
      <span className="text-warn">
        <span className="figures">{formatMinutes(passed / 60)}</span> have passed for it
      </span>
    </fieldset>
  );
}

/** How many times faster than the clock the simulated battery lives. */
export function SpeedKeys() {
  const link = useLink();
  const speed = useLive((there) => there.clock.speed) ?? 1;
  return (
    <span className="flex flex-wrap gap-1">
      {SPEEDS.map((times) => (
        <Button
          key={times}
          tone={speed === times ? 'main' : 'plain'}
          className="px-3"
          aria-pressed={speed === times}
          onClick={() => link?.send(writeLine('speed', 'bench', { x: times }))}
        >
          ×{times}
        </Button>
      ))}
    </span>
  );
}

/**
 * Minutes that the simulated battery has lived ahead of the clock since this was first asked; 0 with real instruments,
 * and where the whole page runs on the bench’s time.
 */
export function useSimulatedAhead(): number {
  const link = useLink();
  const passed = useLive((there) => there.clock.passedSeconds) ?? 0;
  const begun = useRef<{ readonly passed: number; readonly atMs: number } | null>(null);
  if (!link || link.timeShownElsewhere || passed === 0) return 0;
  begun.current ??= { passed, atMs: Date.now() };
  const lived = passed - begun.current.passed;
  const byClock = (Date.now() - begun.current.atMs) / 1000;
  return Math.max(0, lived - byClock) / 60;
}
