'use client';

import { useRouter } from 'next/navigation';
import { useEffect } from 'react';
import { goOnceItAnswers } from '@/ui/page-answers';

const LOOKED_AT_MS = 4000;

/** How many outlooks are still being worked out; the list is asked for again until none is. */
export function UnderWay({ count }: { readonly count: number }) {
  const router = useRouter();
  useEffect(() => {
    if (count === 0) return;
    const look = () => goOnceItAnswers('/api/now', () => router.refresh());
    const timer = setInterval(() => void look(), LOOKED_AT_MS);
    return () => clearInterval(timer);
  }, [count, router]);
  if (count === 0) return null;
  return (
    <p role="status" className="text-warn">
      What is expected of <span className="figures">{count}</span> {count === 1 ? 'battery' : 'batteries'} is
      just being worked out: the list fills by itself.
    </p>
  );
}
