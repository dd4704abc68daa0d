import { useEffect, useRef } from 'react';
import { inBurst, unlessBurst } from './key-burst';
import { isTyping } from './keyboard';

/** A letter or sign that does something wherever the focus is, except in a text. */
export interface KeyAct {
  readonly key: string;
  /** What it does, for the list of keys and for whoever looks it up by its words. */
  readonly label: string;
  readonly act: () => void;
  /** For what makes safe: it does not wait to see whether a scanner is typing. */
  readonly atOnce?: boolean;
  /** It does nothing for now. */
  readonly off?: boolean;
}

type Table = { current: readonly KeyAct[] };

/** The tables of what is on the screen, the last one opened first: one listener serves all of them. */
const tables: Table[] = [];
let stopListening: (() => void) | null = null;

/** Makes keys work while a part of the screen is shown. A key of what was opened last outranks the same one below it. */
export function useKeys(acts: readonly KeyAct[]): void {
  const table = useRef(acts);
  table.current = acts;
  useEffect(() => {
    tables.unshift(table);
    stopListening ??= listen();
    return () => {
      tables.splice(tables.indexOf(table), 1);
      if (tables.length > 0) return;
      stopListening?.();
      stopListening = null;
    };
  }, []);
}

/** What the keys of the screen do just now, the part that was opened last first. */
export function actsNow(): KeyAct[] {
  const acts = tables.flatMap(({ current }) => current).filter(({ off }) => !off);
  return acts.filter(({ key }, at) => acts.findIndex((other) => other.key === key) === at);
}

let held = false;

/** Keeps every key from acting while something is about to lie over the screen: what is typed is meant for that. */
export function useKeysHeld(hold: boolean): void {
  useEffect(() => {
    if (!hold) return;
    held = true;
    return () => {
      held = false;
    };
  }, [hold]);
}

/** Keys are a hand's only: in a burst of them, which a scanner types, they do nothing. */
function listen(): () => void {
  let lastMs: number | null = null;
  let callOff = () => {};
  const onKey = (event: KeyboardEvent) => {
    if (event.key === 'Shift') return;
    callOff();
    const burst = inBurst(event.timeStamp, lastMs);
    lastMs = event.timeStamp;
    const asked = event.key.toLowerCase();
    const found = actsNow().find(({ key }) => key === asked);
    if (!found || held || isInDialog(event) || isTyping(event, 'text')) return;
    // A number field would otherwise take it.
    event.preventDefault();
    if (found.atOnce) found.act();
    else if (!burst && !event.repeat) {
      // What it does may have changed by the time that the wait is over.
      callOff = unlessBurst(() =>
        actsNow()
          .find(({ key }) => key === asked)
          ?.act(),
      );
    }
  };
  window.addEventListener('keydown', onKey);
  return () => {
    callOff();
    window.removeEventListener('keydown', onKey);
  };
}

/** What lies over the screen has keys of its own. */
function isInDialog({ target }: KeyboardEvent): boolean {
  return target instanceof Element && target.closest('[role="dialog"], [role="alertdialog"]') !== null;
}
