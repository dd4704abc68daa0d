'use client';

import { createContext, useContext, useEffect, useState, useSyncExternalStore } from 'react';
import type { InstrumentKind } from '@/core/instruments/simulated-instruments';
import { writtenName } from '@/core/instruments/written-name';
import type { InstrumentLink } from './instrument-link';
import type { Attached } from './server-link';

const LinkContext = createContext<InstrumentLink | null>(null);

/** Gives the instruments of a link to everything beneath it. */
export function LinkProvider({
  link,
  children,
}: {
  readonly link: InstrumentLink | null;
  readonly children: React.ReactNode;
}) {
  return <LinkContext value={link}>{children}</LinkContext>;
}

const NEVER = () => () => undefined;

/** Something read from the instruments, again whenever it changes; null where the bench has none. */
export function useLive<T extends string | number | boolean | object | null | undefined>(
  read: (link: InstrumentLink) => T,
): T | null {
  const link = useContext(LinkContext);
  const snapshot = () => (link ? read(link) : null);
  return useSyncExternalStore(link?.subscribe ?? NEVER, snapshot, () => null);
}

/** The link itself, to speak to the instruments; null where the bench has none. */
export function useLink(): InstrumentLink | null {
  return useContext(LinkContext);
}

/** Where a number of a step comes from when its instrument is there. */
export interface LiveSource {
  readonly kind: InstrumentKind;
  readonly field: string;
  /** Which cell, for an instrument that reads one after the other. */
  readonly cell?: number;
  /** How many of the field’s own unit are one of the instrument’s, where they differ. */
  readonly times?: number;
}

/** What is written on the instrument of a kind, with a word where it is simulated; null where there is none. */
export function instrumentName(link: InstrumentLink | null, kind: InstrumentKind): string | null {
  const found = link?.find(kind);
  return found ? writtenName(found, link?.clock.speed) : null;
}

/**
 * A link to the bench's instruments through the server; null where there are none, and until what speaks to them has come, which a bench
 * without any never fetches.
 * @param there whether the bench has instruments that speak
 * @param attached asked once simulated ones answer that nothing hangs on them; the same one while the place stays
 */
export function useServerLink(there: boolean, place: string, attached: Attached): InstrumentLink | null {
  const [link, setLink] = useState<InstrumentLink | null>(null);
  useEffect(() => {
    if (!there) return;
    let isOver = false;
    let close = () => {};
    const open = async () => {
      const { openServerLink } = await import('./server-link');
      if (isOver) return;
      const opened = openServerLink(place, attached);
      close = opened.close;
      setLink(opened.link);
    };
    // Without it everything is typed, as on a bench that has none.
    open().catch(() => undefined);
    return () => {
      isOver = true;
      close();
      setLink(null);
    };
  }, [there, place, attached]);
  return link;
}
