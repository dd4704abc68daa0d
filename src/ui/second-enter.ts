import { useEffect, useState } from 'react';
import { isWritten } from './key-burst';

/** A scanner may send its Enter twice, one right after the other; nobody decides sooner than this, ms. */
const SECOND_ENTER_MS = 500;

const PRESSES: ReadonlySet<string> = new Set(['Enter', ' ']);

/**
 * Holds back the keys that press what has the focus, for a moment after something has opened: what ends or starts
 * something is never reached by the Enter that opened it. True while they are held.
 */
export function useSecondEnterHeld(): boolean {
  const [held, setHeld] = useState(true);
  useEffect(() => {
    if (!held) return;
    const onKey = (event: KeyboardEvent) => {
      // What is written next is another scan, and its Enter is meant.
      if (isWritten(event) && event.key !== ' ') setHeld(false);
      if (!PRESSES.has(event.key)) return;
      event.preventDefault();
      event.stopPropagation();
    };
    window.addEventListener('keydown', onKey, true);
    const timer = setTimeout(() => setHeld(false), SECOND_ENTER_MS);
    return () => {
      clearTimeout(timer);
      window.removeEventListener('keydown', onKey, true);
    };
  }, [held]);
  return held;
}
