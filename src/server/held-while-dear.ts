import 'server-only';
import type { Context } from './context';

/** What takes less than this, ms, is worked out each time: whoever has just changed something sees it. */
const DEAR_MS = 150;
/** What is dear holds so many times as long as it took. */
const TIMES = 10;

interface Held<T> {
  readonly opened: string;
  readonly begunMs: number;
  /** Until when it holds; for ever while it is being worked out. */
  untilMs: number;
  readonly answer: Promise<T>;
}

/**
 * An answer that is dear where a fleet is large: asked by many screens at once it is worked out once, and it holds ten times as long as
 * that took. What goes wrong is not kept.
 */
export function heldWhileDear<T>(work: (context: Context) => Promise<T>): (context: Context) => Promise<T> {
  let held: Held<T> | null = null;
  return (context) => {
    const { store } = context;
    const nowMs = context.now();
    if (held && held.opened === store.opened && nowMs >= held.begunMs && nowMs < held.untilMs)
      return held.answer;
    const made: Held<T> = {
      opened: store.opened,
      begunMs: nowMs,
      untilMs: Number.POSITIVE_INFINITY,
      answer: work(context),
    };
    held = made;
    made.answer.then(
      () => {
        const tookMs = context.now() - nowMs;
        made.untilMs = tookMs < DEAR_MS ? 0 : nowMs + (TIMES + 1) * tookMs;
      },
      () => {
        made.untilMs = 0;
      },
    );
    return made.answer;
  };
}
