import { useEffect, useState } from 'react';
import type { NameHere, SignInView } from '@/core/exchange/people-views';
import { fetchAnswer } from '@/ui/api';

/** Who can sign in at this device by tapping their name; null until that is known. */
export function useNamesHere(): readonly NameHere[] | null {
  const [names, setNames] = useState<readonly NameHere[] | null>(null);
  useEffect(() => {
    let isHeard = true;
    void fetchAnswer<SignInView>('/api/people/here').then((reply) => {
      if (isHeard) setNames(!('unreachable' in reply) && reply.ok ? reply.value.names : []);
    });
    return () => {
      isHeard = false;
    };
  }, []);
  return names;
}
