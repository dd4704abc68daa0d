'use client';

import { useEffect, useState } from 'react';
import { type FloorChange, withFloorChange } from '@/core/exchange/floor-change';
import type { FloorView } from '@/core/exchange/views';
import { fetchAnswer } from './api';

/** What a screen knows of the Floor. */
export interface LiveFloor {
  /** Null until it has been told for the first time. */
  readonly floor: FloorView | null;
  /** Nothing comes just now; it is asked for again by itself. */
  readonly silent: boolean;
}

// What was told last is shown at once to whoever comes back to the Floor, and put right a moment later.
let lastTold: FloorView | null = null;

/** A link that was refused is asked for again after so long, ms. */
const AGAIN_MS = 5000;

/**
 * The Floor as it changes. It listens only while somebody looks: a browser keeps few links to one server, and a hidden
 * tab must not hold one.
 */
export function useLiveFloor(): LiveFloor {
  const [live, setLive] = useState<LiveFloor>({ floor: lastTold, silent: false });
  useEffect(() => {
    let source: EventSource | null = null;
    let again: ReturnType<typeof setTimeout> | undefined;
    const show = (floor: FloorView) => {
      lastTold = floor;
      setLive({ floor, silent: false });
    };
    const listen = (sinceVersion: number) => {
      source = new EventSource(`/api/floor/stream?since=${sinceVersion}`);
      source.addEventListener('floor', ({ data }) => show(JSON.parse(data) as FloorView));
      source.addEventListener('change', ({ data }) => {
        const next = lastTold && withFloorChange(lastTold, JSON.parse(data) as FloorChange);
        if (next) return show(next);
        // Something was missed: the whole comes with a new link.
        source?.close();
        listen(-1);
      });
      source.addEventListener('open', () => setLive((before) => ({ ...before, silent: false })));
      source.addEventListener('error', () => {
        setLive((before) => ({ ...before, silent: true }));
        // A link that was refused stays shut: whoever asks is signed out, or the server is just starting.
        if (source?.readyState !== EventSource.CLOSED) return;
        void fetchAnswer('/api/coming-up');
        again = setTimeout(() => source && listen(-1), AGAIN_MS);
      });
    };
    const onVisible = () => {
      if (document.visibilityState === 'visible' && !source) listen(lastTold?.version ?? -1);
      if (document.visibilityState === 'hidden') {
        clearTimeout(again);
        source?.close();
        source = null;
      }
    };
    onVisible();
    document.addEventListener('visibilitychange', onVisible);
    return () => {
      clearTimeout(again);
      source?.close();
      document.removeEventListener('visibilitychange', onVisible);
    };
  }, []);
  return live;
}
