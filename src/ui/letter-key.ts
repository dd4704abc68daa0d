import { useEffect, useRef } from 'react';
import { inBurst, unlessBurst } from './key-burst';
import { isTyping } from './keyboard';

interface Choice {
  /** For what makes safe: it does not wait to see whether a scanner is typing. */
  readonly atOnce?: boolean;
  /** The key does nothing for now. */
  readonly off?: boolean;
}

/**
 * A letter or sign that does something wherever the focus is, except in a text. It is a hand's only: in a burst of keys,
 * which a scanner types, it does nothing.
 */
export function useLetterKey(
  letter: string,
  act: () => void,
  { atOnce = false, off = false }: Choice = {},
): void {
  const latest = useRef({ act, atOnce });
  latest.current = { act, atOnce };
  useEffect(() => {
    if (off) return;
    let lastMs: number | null = null;
    let callOff = () => {};
    const onKey = (event: KeyboardEvent) => {
      if (event.key === 'Shift') return;
      callOff();
      const burst = inBurst(event.timeStamp, lastMs);
      lastMs = event.timeStamp;
      if (event.key.toLowerCase() !== letter || isTyping(event, 'text')) return;
      // A number field would otherwise take it.
      event.preventDefault();
      if (latest.current.atOnce) latest.current.act();
      else if (!burst && !event.repeat) callOff = unlessBurst(() => latest.current.act());
    };
    window.addEventListener('keydown', onKey);
    return () => {
      callOff();
      window.removeEventListener('keydown', onKey);
    };
  }, [letter, off]);
}
