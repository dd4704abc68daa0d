'use client';

import { useEffect, useState } from 'react';
import { type FloorChange, withFloorChange } from '@/core/exchange/floor-change';
import type { FloorView } from '@/core/exchange/views';

/**
 * The Floor as it changes, beginning with the one that the page was sent with. It listens only while somebody looks: a
 * browser keeps few links to one server, and a hidden tab must not hold one.
 */
export function useLiveFloor(first: FloorView): FloorView {
  const [shown, setShown] = useState({ sent: first, floor: first });
  // A page that was sent anew knows more than what was heard before.
  if (shown.sent !== first) setShown({ sent: first, floor: first });
  useEffect(() => {
    let source: EventSource | null = null;
    let latest = first;
    const show = (floor: FloorView) => {
      latest = floor;
      setShown({ sent: first, floor });
    };
    const listen = () => {
      source = new EventSource(`/api/floor/stream?since=${latest.version}`);
      source.addEventListener('floor', ({ data }) => show(JSON.parse(data) as FloorView));
      source.addEventListener('change', ({ data }) => {
        const next = withFloorChange(latest, JSON.parse(data) as FloorChange);
        if (next) return show(next);
        // Something was missed: the whole comes with a new link.
        source?.close();
        latest = { ...latest, version: -1 };
        listen();
      });
    };
    const onVisible = () => {
      if (document.visibilityState === 'visible' && !source) listen();
      if (document.visibilityState === 'hidden') {
        source?.close();
        source = null;
      }
    };
    onVisible();
    document.addEventListener('visibilitychange', onVisible);
    return () => {
      source?.close();
      document.removeEventListener('visibilitychange', onVisible);
    };
  }, [first]);
  return shown.sent === first ? shown.floor : first;
}
