'use client';

import { createContext, useContext, useEffect, useMemo, useSyncExternalStore } from 'react';
import type { InstrumentKind } from '@/core/instruments/simulated-instruments';
import { writtenName } from '@/core/instruments/written-name';
import { InstrumentLink } from './instrument-link';

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

const RETRY_MS = 2000;

/**
 * A link to the bench's instruments through the server. It is looked for again whenever it is lost; what hangs on
 * simulated instruments is told to them once they answer.
 * @param attached the line that says what that is; null where nothing does
 */
export function useServerLink(there: boolean, place: string, attached: string | null): InstrumentLink | null {
  const address = `/api/instruments?place=${encodeURIComponent(place)}`;
  const link = useMemo(() => {
    const send = (line: string) => {
      const headers = { 'content-type': 'application/x-integra-lines' };
      void fetch(address, { method: 'POST', headers, body: line }).catch(() => undefined);
    };
    return there ? new InstrumentLink(send) : null;
  }, [there, address]);
  useEffect(() => {
    if (!link) return;
    let source: EventSource | null = null;
    let timer: ReturnType<typeof setTimeout> | undefined;
    let told = false;
    const open = () => {
      source = new EventSource(address);
      source.onmessage = ({ data }) => {
        link.take(String(data));
        // One that has been here before still holds its battery, and what was done to it.
        if (told || !attached || !link.clampsAreEmpty) return;
        told = true;
        link.send(attached);
      };
      source.onerror = () => {
        source?.close();
        told = false;
        link.setState('lost');
        timer = setTimeout(open, RETRY_MS);
      };
    };
    open();
    return () => {
      clearTimeout(timer);
      source?.close();
    };
  }, [link, address, attached]);
  return link;
}
