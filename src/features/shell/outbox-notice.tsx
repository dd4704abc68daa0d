'use client';

import { clsx } from 'clsx';
import { CloudUpload } from 'lucide-react';
import dynamic from 'next/dynamic';
import { useEffect, useState, useSyncExternalStore } from 'react';
import { theOutbox } from '@/ui/outbox/browser-outbox';
import { useOutbox } from '@/ui/outbox/use-outbox';
import { clockAheadMs, isClockWrong, measureClock, onClock } from '@/ui/server-clock';

const OutboxDialog = dynamic(() => import('./outbox-dialog'), { ssr: false });

/** How often the clock is measured anew, ms: a tablet's may be set right, or wrong, at any time. */
const MEASURED_EVERY_MS = 600_000;

/**
 * The name of the application; in its place, as long as something that was captured in this browser is not stored, how much of it. Nothing
 * else on the screen moves for it: it comes and goes with each capture, while a hand is on its way to the next key.
 */
export function BrandOrUnsent() {
  const { unsent, trouble, keeping } = useOutbox();
  const [open, setOpen] = useState(false);
  useEffect(() => {
    // A page that is opened sends what another one left.
    void theOutbox().look();
  }, []);
  const refused = unsent.filter((entry) => entry.refused).length;
  const needed = refused > 0 || trouble !== null || keeping === 'only_here';
  const said = `${unsent.length} not stored${refused > 0 ? `, ${refused} refused` : ''}`;
  return (
    <div className="relative">
      <span
        className={clsx('text-lg font-bold tracking-tight text-harbour', unsent.length > 0 && 'invisible')}
      >
        Integra
      </span>
      {unsent.length > 0 && (
        <button
          type="button"
          aria-haspopup="dialog"
          aria-label={said}
          title={said}
          onClick={() => setOpen(true)}
          className={clsx(
            '-inset-x-1 absolute top-1/2 flex min-h-11 -translate-y-1/2 items-center justify-center gap-1.5 rounded-md border',
            needed ? 'border-warn bg-warn-wash font-semibold text-warn' : 'hover:bg-sunk',
          )}
        >
          <CloudUpload size={20} aria-hidden="true" />
          <span className="figures">{unsent.length}</span>
        </button>
      )}
      {open && <OutboxDialog onClose={() => setOpen(false)} />}
    </div>
  );
}

/** On every screen: a clock that runs wrong. */
export function WrongClock() {
  const aheadMs = useWrongClock();
  if (aheadMs === null) return null;
  return (
    <p role="status" className="rounded-md border border-warn bg-warn-wash px-3 py-2 text-sm text-warn">
      This device’s clock is {clockWords(aheadMs)}. The server’s is used; put it right.
    </p>
  );
}

function useWrongClock(): number | null {
  useEffect(() => {
    const measure = () => void measureClock();
    measure();
    const timer = setInterval(measure, MEASURED_EVERY_MS);
    const onVisible = () => document.visibilityState === 'visible' && measure();
    document.addEventListener('visibilitychange', onVisible);
    return () => {
      clearInterval(timer);
      document.removeEventListener('visibilitychange', onVisible);
    };
  }, []);
  const wrong = () => (isClockWrong() ? clockAheadMs() : null);
  return useSyncExternalStore(onClock, wrong, () => null);
}

function clockWords(aheadMs: number): string {
  const minutes = Math.round(Math.abs(aheadMs) / 60_000);
  const long = minutes < 120 ? `${minutes} min` : `${Math.round(minutes / 60)} h`;
  return `${long} ${aheadMs > 0 ? 'fast' : 'slow'}`;
}
