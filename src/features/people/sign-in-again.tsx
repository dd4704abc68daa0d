'use client';

import dynamic from 'next/dynamic';
import { usePathname, useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { SIGNED_OUT_EVENT, send } from '@/ui/api';
import { useSite } from '@/ui/site';

const LockedBench = dynamic(() => import('./locked-bench').then((module) => module.LockedBench), {
  ssr: false,
});

/** The server hears so often, ms, that somebody is at the bench who asks for nothing. */
const AWAKE_EVERY_MS = 60_000;
const SIGNS_OF_LIFE = ['pointerdown', 'keydown', 'wheel'] as const;

/**
 * Covers the page once the bench has locked or the server asks who this is. What is typed and shown beneath stays; the page
 * goes on where it was.
 */
export function SignInAgain() {
  const { isOpen, isIn, idleMinutes } = useSite();
  const router = useRouter();
  const path = usePathname();
  const [isLocked, setLocked] = useState(false);
  const isHere = !isOpen && isIn;
  useEffect(() => {
    const lock = () => setLocked(true);
    window.addEventListener(SIGNED_OUT_EVENT, lock);
    return () => window.removeEventListener(SIGNED_OUT_EVENT, lock);
  }, []);
  useIdle(isHere && !isLocked, idleMinutes, () => setLocked(true));
  if (!isLocked || path === '/sign-in' || path === '/welcome') return null;
  return (
    <LockedBench
      onIn={() => {
        setLocked(false);
        router.refresh();
      }}
    />
  );
}

/** Calls once nobody has touched the page for so long; meanwhile tells the server that somebody is there. */
function useIdle(isWatching: boolean, minutes: number, onIdle: () => void): void {
  useEffect(() => {
    if (!isWatching) return;
    let timer = setTimeout(onIdle, minutes * 60_000);
    let toldMs = Date.now();
    const alive = () => {
      clearTimeout(timer);
      timer = setTimeout(onIdle, minutes * 60_000);
      if (Date.now() - toldMs < AWAKE_EVERY_MS) return;
      toldMs = Date.now();
      void send('/api/people/awake', null);
    };
    for (const sign of SIGNS_OF_LIFE) window.addEventListener(sign, alive, { passive: true });
    return () => {
      clearTimeout(timer);
      for (const sign of SIGNS_OF_LIFE) window.removeEventListener(sign, alive);
    };
  });
}
