'use client';

import { CloudUpload } from 'lucide-react';
import dynamic from 'next/dynamic';
import { useEffect, useState, useSyncExternalStore } from 'react';
import { theOutbox } from '@/ui/outbox/browser-outbox';
import { useOutbox } from '@/ui/outbox/use-outbox';
import { clockAheadMs, isClockWrong, measureClock, onClock } from '@/ui/server-clock';

const OutboxDialog = dynamic(() => import('./outbox-dialog'), { ssr: false });

/** How often the clock is measured anew, ms: a tablet's may be set right, or wrong, at any time. */
const MEASURED_EVERY_MS = 600_000;

/** On every screen: what was captured in this browser and is not stored yet, and a clock that runs wrong. */
export function OutboxNotice() {
  const { unsent, trouble, keeping } = useOutbox();
  const [open, setOpen] = useState(false);
  const aheadMs = useWrongClock();
  useEffect(() => {
    // A page that is opened sends what another one left.
    void theOutbox().look();
  }, []);
  const refused = unsent.filter((entry) => entry.refused).length;
  const needed = refused > 0 || trouble !== null || keeping === 'only_here';
  return (
    <>
      {unsent.length > 0 && (
        <button
          type="button"
          aria-haspopup="dialog"
          onClick={() => setOpen(true)}
          className={`flex min-h-11 items-center gap-2 rounded-md border px-3 ${needed ? 'border-warn bg-warn-wash text-warn' : 'hover:bg-sunk'}`}
        >
          <CloudUpload size={18} aria-hidden="true" />
          <span>
            <span className="figures">{unsent.length}</span> not stored
            {refused > 0 && (
              <>
                , <span className="figures">{refused}</span> refused
              </>
            )}
          </span>
        </button>
      )}
      {aheadMs !== null && (
        <p role="status" className="rounded-md border border-warn bg-warn-wash px-3 py-2 text-sm text-warn">
          This device’s clock is {clockWords(aheadMs)}. The server’s is used; put it right.
        </p>
      )}
      {open && <OutboxDialog onClose={() => setOpen(false)} />}
    </>
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
