'use client';

import { useEffect, useState } from 'react';
import type { RoomView } from '@/core/exchange/room-views';
import { fetchAnswer } from '@/ui/api';
import { useLiveFloor } from '@/ui/use-live-floor';

/** A plan grows old by itself: charges go on, hours pass. It is asked for anew so often, ms. */
const AGAIN_MS = 60_000;

/** The charge room as it changes on whatever screen. */
export function useLiveRoom(first: RoomView): { readonly view: RoomView; readonly silent: boolean } {
  const { floor, silent } = useLiveFloor();
  const [view, setView] = useState(first);
  const version = floor?.version ?? -1;
  useEffect(() => {
    let gone = false;
    const look = async () => {
      const reply = await fetchAnswer<RoomView>('/api/room');
      if (!gone && !('unreachable' in reply) && reply.ok) setView(reply.value);
    };
    if (version >= 0) void look();
    const timer = setInterval(() => void look(), AGAIN_MS);
    return () => {
      gone = true;
      clearInterval(timer);
    };
  }, [version]);
  return { view, silent };
}
