'use client';

import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { uuidv7 } from 'uuidv7';
import type { RunView } from '@/core/exchange/views';
import { checkReading } from '@/core/procedure/check-reading';
import { currentReadings } from '@/core/procedure/current-readings';
import type { Reading, ReadingData, ReadingKind } from '@/core/procedure/reading';
import { TYPED } from '@/core/procedure/typed';
import type { Problem } from '@/core/quantity/result';
import { fetchAnswer, problemsOf, type Reply, send } from '@/ui/api';
import { useSite } from '@/ui/site';
import { loadOutbox, saveOutbox } from './outbox';

/** `stored`: all is acknowledged. `storing`: on its way. `waiting`: no answer, tried again. `refused`: needs a decision. */
export type StoreState = 'stored' | 'storing' | 'waiting' | 'refused';

/** How a capture differs from an ordinary one. */
export interface CaptureOptions {
  readonly forced?: boolean;
  /** The instrument that gave it; it was typed where none did. */
  readonly instrument?: string;
  /** The reading that this one puts right, and why it was wrong. */
  readonly supersedes?: { readonly reading: Reading; readonly reason: string };
}

export interface Run {
  /** A simulated case: its battery is in no register. */
  readonly practice?: boolean;
  readonly view: RunView;
  /** Stored and still to be stored, in one list: what the technician has measured. */
  readonly readings: readonly Reading[];
  readonly storeState: StoreState;
  readonly problems: readonly Problem[];
  /** Captures a reading: on screen and in the outbox at once, then sent until acknowledged. Answers what is wrong. */
  readonly capture: <K extends ReadingKind>(
    kind: K,
    data: ReadingData<K>,
    options?: CaptureOptions,
  ) => readonly Problem[];
  readonly finish: () => Promise<void>;
  readonly reopen: () => Promise<void>;
  /** Gives up readings that the server refused. */
  readonly discard: () => void;
}

const RETRY_MS = 3000;

/** A run that is kept in step with the server, with other tabs and with what was captured while nothing answered. */
export function useRun(initial: RunView): Run {
  const { whoIsHere } = useSite();
  const runId = initial.run.id;
  const [view, setView] = useState(initial);
  const [outbox, setOutbox] = useState<readonly Reading[]>([]);
  const [storeState, setStoreState] = useState<StoreState>('stored');
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const tell = useOtherTabs(runId, setView);
  // What is in the outbox now, for answers that come in after the next capture.
  const outboxNow = useRef<readonly Reading[]>([]);

  const keep = useCallback(
    (readings: readonly Reading[]) => {
      outboxNow.current = readings;
      saveOutbox(runId, readings);
      setOutbox(readings);
    },
    [runId],
  );

  useEffect(() => {
    const left = loadOutbox(runId);
    if (left.length > 0) keep(left);
  }, [runId, keep]);

  const take = useCallback(
    (reply: Reply<RunView>): boolean => {
      setProblems(problemsOf(reply));
      if ('unreachable' in reply || !reply.ok) return false;
      setView(reply.value);
      tell();
      return true;
    },
    [tell],
  );

  const sendFirst = useCallback(
    async (first: Reading) => {
      setStoreState('storing');
      const reply = await send<RunView>(`/api/runs/${runId}/readings`, first);
      const stored = take(reply);
      if (stored) keep(without(outboxNow.current, first));
      setStoreState(stored ? 'stored' : mayPass(reply) ? 'waiting' : 'refused');
    },
    [runId, take, keep],
  );

  const first = outbox[0];
  useEffect(() => {
    if (!first || storeState === 'storing' || storeState === 'refused') return;
    const timer = setTimeout(() => void sendFirst(first), storeState === 'waiting' ? RETRY_MS : 0);
    return () => clearTimeout(timer);
  }, [first, storeState, sendFirst]);

  const readings = useMemo(() => {
    const stored = new Set(view.readings.map(({ id }) => id));
    return [...view.readings, ...outbox.filter(({ id }) => !stored.has(id))];
  }, [view.readings, outbox]);

  const capture: Run['capture'] = (kind, data, { forced = false, instrument = TYPED, supersedes } = {}) => {
    const technicianId = whoIsHere();
    if (technicianId === null) return [WHO_FIRST];
    const reading = {
      id: uuidv7(),
      runId,
      kind,
      data,
      // A correction is of the same moment: what was wrong is the entry, not when it was measured.
      takenAtMs: supersedes ? supersedes.reading.takenAtMs : Date.now(),
      technicianId,
      instrument,
      forced: supersedes ? supersedes.reading.forced : forced,
      supersedesId: supersedes?.reading.id ?? null,
      reason: supersedes?.reason ?? null,
    } as unknown as Reading;
    const others = readings.filter(({ id }) => id !== reading.supersedesId);
    const wrong = checkReading(reading, currentReadings(others), view.battery.nominalVolts);
    if (wrong.length === 0) keep([...outboxNow.current, reading]);
    return wrong;
  };

  const change = async (what: 'finish' | 'reopen') => {
    const technicianId = whoIsHere();
    if (technicianId === null) return;
    const done = take(await send<RunView>(`/api/runs/${runId}/${what}`, { runId, technicianId }));
    if (done && what === 'reopen') setStoreState('stored');
  };

  return {
    view,
    readings,
    storeState,
    problems,
    capture,
    finish: () => change('finish'),
    reopen: () => change('reopen'),
    discard: () => {
      keep([]);
      setProblems([]);
      setStoreState('stored');
    },
  };
}

const WHO_FIRST: Problem = {
  field: 'technician',
  found: '',
  expected: '',
  message: 'Say who is at the bench first; what you typed stays.',
};

function without(outbox: readonly Reading[], stored: Reading): readonly Reading[] {
  return outbox.filter(({ id }) => id !== stored.id);
}

/** Whether a failed store may pass by itself: nothing answered, or the database could not store just then. */
function mayPass(reply: Reply<RunView>): boolean {
  return 'unreachable' in reply || (!reply.ok && reply.failure === 'store');
}

/**
 * Keeps this page in step with the store and with other tabs: it looks again when it opens (what was sent may have
 * been written while the page was on its way), when it comes to the front, and when another tab says that something
 * has changed. Answers with the way to tell them, to be called after each write of this page's own.
 */
function useOtherTabs(runId: string, setView: (view: RunView) => void): () => void {
  const channel = useRef<BroadcastChannel | null>(null);
  const writes = useRef(0);
  useEffect(() => {
    const look = async () => {
      const before = writes.current;
      const reply = await fetchAnswer<RunView>(`/api/runs/${runId}`);
      // A write that was answered meanwhile knows more than this look.
      if (writes.current === before && !('unreachable' in reply) && reply.ok) setView(reply.value);
    };
    const onVisible = () => {
      if (document.visibilityState === 'visible') void look();
    };
    const open = new BroadcastChannel(`integra:run:${runId}`);
    open.onmessage = () => void look();
    channel.current = open;
    document.addEventListener('visibilitychange', onVisible);
    void look();
    return () => {
      open.close();
      document.removeEventListener('visibilitychange', onVisible);
    };
  }, [runId, setView]);
  return useCallback(() => {
    writes.current++;
    channel.current?.postMessage('changed');
  }, []);
}
