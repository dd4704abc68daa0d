import { useEffect } from 'react';
import { writeLine } from '@/core/instruments/line';
import { useLink } from './use-live';

/** Whoever leaves a step in the middle of a load or a start no longer watches it: it is stopped. */
export function useStoppedOnLeaving(by: 'load_bank' | 'starter'): void {
  const link = useLink();
  useEffect(
    () => () => {
      const drawing = link?.hold.by === by && link.hold.state === 'holding' && link.find(by)?.name;
      if (drawing) link?.send(writeLine('stop', drawing));
    },
    [link, by],
  );
}
