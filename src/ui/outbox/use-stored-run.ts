'use client';

import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { uuidv7 } from 'uuidv7';
import type { StoredRun } from '@/core/exchange/views';
import type { Problem } from '@/core/quantity/result';
import { newReading, type Reading, type ReadingData, type ReadingKind } from '@/core/steps/reading';
import { TYPED } from '@/core/steps/typed';
import { fetchAnswer, problemsOf, type Reply, send } from '../api';
import { serverNow } from '../server-clock';
import { useSite } from '../site';
import { theOutbox } from './browser-outbox';
import type { Unsent } from './kept-readings';
import { useOutbox } from './use-outbox';

/** How far what was captured in this run has come. */
export interface StoreState {
  /** Captured here and not acknowledged yet. */
  readonly waiting: number;
  /** What the server does not take, and why: each waits for a decision of its own. */
  readonly refused: readonly Unsent[];
  /** Why nothing is acknowledged just now; null while all goes well. */
  readonly trouble: string | null;
  /** Whether a reload would keep what waits. */
  readonly keeping: 'kept' | 'only_here';
}

/** How a capture differs from an ordinary one. */
export interface CaptureOptions {
  readonly forced?: boolean;
  /** The instrument that gave it; it was typed where none did. */
  readonly instrument?: string;
  /** The reading that this one puts right, and why it was wrong. */
  readonly supersedes?: { readonly reading: Reading; readonly reason: string };
}

/** A run as a screen holds it: what is stored, what is still to be stored, and what can be done with it. */
export interface HeldRun<View extends StoredRun> {
  readonly view: View;
  /** Stored and still to be stored, in one list: what the technician has measured. */
  readonly readings: readonly Reading[];
  readonly store: StoreState;
  readonly problems: readonly Problem[];
  /** Captures a reading: on screen and in the outbox at once, then sent until acknowledged. Answers what is wrong. */
  readonly capture: <K extends ReadingKind>(
    kind: K,
    data: ReadingData<K>,
    options?: CaptureOptions,
  ) => readonly Problem[];
  /** Ends the run with what the readings on this screen come to, and nothing else. */
  readonly finish: () => Promise<void>;
  /** Opens the finished run again, and says why. */
  readonly reopen: (reason: string) => Promise<void>;
  /** Gives up one reading that the server refused. */
  readonly discard: (readingId: string) => Promise<void>;
  /** Sends once more what the server refused. */
  readonly retry: () => Promise<void>;
}

/** What tells one kind of run from another: the run of a battery, the check of a vehicle. */
export interface KindOfRun<View extends StoredRun> {
  /** Where the server keeps them. */
  readonly path: string;
  readonly isOne: (stored: StoredRun) => stored is View;
  /** What a reading is shown under while it waits to be sent. */
  readonly nameOf: (view: View) => string;
  /** What is wrong with a reading among those that there are. */
  readonly problemsWith: (reading: Reading, readings: readonly Reading[], view: View) => readonly Problem[];
}

/** What overtook somebody is looked for again after so long, ms, and so often, where nothing answers. */
const LOOK_AGAIN_MS = 1000;
const MOST_LOOKS = 60;

/** A run of which everything is acknowledged. */
export const ALL_STORED: StoreState = { waiting: 0, refused: [], trouble: null, keeping: 'kept' };

/** A run that is kept in step with the server, with other tabs and with what was captured while nothing answered. */
export function useStoredRun<View extends StoredRun>(kind: KindOfRun<View>, initial: View): HeldRun<View> {
  const { whoIsHere } = useSite();
  const runId = initial.run.id;
  const path = `${kind.path}/${runId}`;
  const [view, setView] = useState(initial);
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const outbox = useOutbox();
  const { tell, look } = useOtherTabs<View>(path, setView);

  useEffect(
    () =>
      theOutbox().onStored((stored) => {
        if (stored.run.id !== runId || !kind.isOne(stored)) return;
        setProblems([]);
        setView(stored);
        tell();
      }),
    [runId, kind, tell],
  );

  const own = useMemo(
    () => outbox.unsent.filter(({ reading }) => reading.runId === runId),
    [outbox.unsent, runId],
  );
  const leaving = useLeaving(own, look);
  const readings = useReadingsOnce(view.readings, leaving, own);
  const store = useMemo<StoreState>(
    () => ({
      waiting: own.length,
      refused: own.filter(({ refused }) => refused),
      trouble: own.length > 0 ? outbox.trouble : null,
      keeping: outbox.keeping,
    }),
    [own, outbox.trouble, outbox.keeping],
  );

  const take = (reply: Reply<View>): boolean => {
    setProblems(problemsOf(reply));
    if ('unreachable' in reply || !reply.ok) return false;
    setView(reply.value);
    tell();
    return true;
  };

  const capture: HeldRun<View>['capture'] = (
    readingKind,
    data,
    { forced = false, instrument = TYPED, supersedes } = {},
  ) => {
    const technicianId = whoIsHere();
    if (technicianId === null) return [WHO_FIRST];
    const reading = newReading(readingKind, data, {
      id: uuidv7(),
      runId,
      technicianId,
      instrument,
      takenAtMs: serverNow(),
      forced,
      supersedes,
    });
    const wrong = kind.problemsWith(reading, readings, view);
    if (wrong.length === 0) theOutbox().add(reading, kind.nameOf(view), Date.now());
    return wrong;
  };

  const finish = async () => {
    const technicianId = whoIsHere();
    if (technicianId === null) return;
    const seenReadingIds = readings.map(({ id }) => id);
    // The last capture may still be on its way: the end waits for it, and for nothing that came after.
    if (!(await theOutbox().sent(runId))) return setProblems([UNSENT_FIRST]);
    const done = take(await send<View>(`${path}/finish`, { runId, technicianId, seenReadingIds }));
    // Where it was overtaken, what came meanwhile is shown before anybody decides again.
    for (let turn = 0; !done && turn < MOST_LOOKS && !(await look()); turn++) {
      await new Promise((resolve) => setTimeout(resolve, LOOK_AGAIN_MS));
    }
  };
  const reopen = async (reason: string) => {
    const technicianId = whoIsHere();
    if (technicianId === null) return;
    const asked = { runId, technicianId, reason, readingId: uuidv7() };
    const done = take(await send<View>(`${path}/reopen`, asked));
    if (done) await theOutbox().retry();
  };

  return {
    view,
    readings,
    store,
    problems,
    capture,
    finish,
    reopen,
    discard: (readingId) => theOutbox().discard(readingId),
    retry: () => theOutbox().retry(),
  };
}

/** What the server has of a run and what is on its way there, each reading once. */
function useReadingsOnce(
  stored: readonly Reading[],
  leaving: readonly Unsent[],
  own: readonly Unsent[],
): readonly Reading[] {
  return useMemo(() => {
    const shown = new Set(stored.map(({ id }) => id));
    const unsent = [...leaving, ...own].map(({ reading }) => reading);
    return [...stored, ...unsent.filter(({ id }) => shown.size < shown.add(id).size)];
  }, [stored, own, leaving]);
}

/**
 * Readings that another tab has just sent are no longer waiting and not yet in this tab's view of the run: until it has
 * looked again they stand, or the run would fall back a step for a moment.
 */
function useLeaving(own: readonly Unsent[], look: () => Promise<boolean>): readonly Unsent[] {
  const [before, setBefore] = useState(own);
  const [leaving, setLeaving] = useState<readonly Unsent[]>([]);
  if (before !== own) {
    const here = new Set(own.map(({ reading }) => reading.id));
    const gone = before.filter(({ reading }) => !here.has(reading.id));
    setBefore(own);
    if (gone.length > 0) setLeaving([...leaving, ...gone]);
  }
  useEffect(() => {
    if (leaving.length === 0) return;
    let isOver = false;
    const settle = async () => {
      while (!isOver && !(await look())) await new Promise((resolve) => setTimeout(resolve, LOOK_AGAIN_MS));
      if (!isOver) setLeaving((now) => now.filter((unsent) => !leaving.includes(unsent)));
    };
    void settle();
    return () => {
      isOver = true;
    };
  }, [leaving, look]);
  return leaving;
}

const WHO_FIRST: Problem = {
  field: 'technician',
  found: '',
  expected: '',
  message: 'Say who is at the bench first; what you typed stays.',
};

const UNSENT_FIRST: Problem = {
  field: 'unsent',
  found: '',
  expected: '',
  message:
    'Some readings are not stored yet, and what it comes to must rest on all of them. They are sent by themselves; then finish.',
};

/**
 * Keeps this page in step with the store and with other tabs: it looks again when it opens (what was sent may have
 * been written while the page was on its way), when it comes to the front, and when another tab says that something
 * has changed. Answers with the way to look, which says whether something answered, and the way to tell them, to be called after each write of this page's own.
 */
function useOtherTabs<View extends StoredRun>(
  path: string,
  setView: (view: View) => void,
): { readonly tell: () => void; readonly look: () => Promise<boolean> } {
  const channel = useRef<BroadcastChannel | null>(null);
  const writes = useRef(0);
  const look = useCallback(async () => {
    const before = writes.current;
    const reply = await fetchAnswer<View>(path);
    // A write that was answered meanwhile knows more than this look.
    if ('unreachable' in reply || !reply.ok) return false;
    if (writes.current === before) setView(reply.value);
    return true;
  }, [path, setView]);
  useEffect(() => {
    const onVisible = () => {
      if (document.visibilityState === 'visible') void look();
    };
    const open = new BroadcastChannel(`integra:${path}`);
    open.onmessage = () => void look();
    channel.current = open;
    document.addEventListener('visibilitychange', onVisible);
    void look();
    return () => {
      open.close();
      document.removeEventListener('visibilitychange', onVisible);
    };
  }, [path, look]);
  const tell = useCallback(() => {
    writes.current++;
    channel.current?.postMessage('changed');
  }, []);
  return { tell, look };
}
