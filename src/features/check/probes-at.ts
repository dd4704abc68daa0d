import { useEffect } from 'react';
import { writeLine } from '@/core/instruments/line';
import type { CheckName } from '@/core/vehicle/check-reading';
import type { Segment } from '@/core/vehicle/path';
import { useLink, useLive } from '../bench/live/use-live';

/** Holds the probes of this vehicle’s instruments, where there are any, to what is to be read now. */
export function useProbesAt(of: CheckName, segment: Segment | null, fuse = ''): void {
  const link = useLink();
  const there = useLive((instruments) => instruments.find('probes')?.name);
  // Instruments that begin to speak, or that have been given their vehicle, are told anew.
  const isEmpty = useLive((instruments) => instruments.clampsAreEmpty);
  useEffect(() => {
    if (!link || !there || isEmpty) return;
    const where = { of, ...(segment ? { segment } : {}), ...(fuse.trim() === '' ? {} : { fuse }) };
    link.send(writeLine('set', there, where));
  }, [link, there, isEmpty, of, segment, fuse]);
}
