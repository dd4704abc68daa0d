'use client';

import { useCallback, useEffect, useMemo, useState } from 'react';
import { uuidv7 } from 'uuidv7';
import type { CheckView } from '@/core/exchange/views';
import { type Problem, problem } from '@/core/quantity/result';
import { isOfKind, newReading, type Reading, type ReadingData, type ReadingKind } from '@/core/steps/reading';
import { TYPED } from '@/core/steps/typed';
import { readingProblems } from '@/core/vehicle/check-reading-problems';
import { fetchAnswer, problemsOf, type Reply, send } from '@/ui/api';
import { theOutbox } from '@/ui/outbox/browser-outbox';
import { useOutbox } from '@/ui/outbox/use-outbox';
import { serverNow } from '@/ui/server-clock';
import { useSite } from '@/ui/site';

export interface Check {
  readonly view: CheckView;
  /** Stored and still to be stored, in one list. */
  readonly readings: readonly Reading[];
  readonly waiting: number;
  readonly trouble: string | null;
  readonly problems: readonly Problem[];
  /** Captures a reading; answers what is wrong with it. */
  readonly capture: <K extends ReadingKind>(
    kind: K,
    data: ReadingData<K>,
    supersedes?: { readonly reading: Reading; readonly reason: string },
  ) => readonly Problem[];
  readonly finish: () => Promise<void>;
  readonly reopen: (reason: string) => Promise<void>;
}

/** A check of a vehicle that is kept in step with the server and with what was captured while nothing answered. */
export function useCheck(initial: CheckView): Check {
  const { whoIsHere } = useSite();
  const runId = initial.run.id;
  const [view, setView] = useState(initial);
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const outbox = useOutbox();
  const look = useCallback(async () => {
    const reply = await fetchAnswer<CheckView>(`/api/checks/${runId}`);
    if (!('unreachable' in reply) && reply.ok) setView(reply.value);
  }, [runId]);
  useEffect(() => {
    const onVisible = () => {
      if (document.visibilityState === 'visible') void look();
    };
    document.addEventListener('visibilitychange', onVisible);
    void look();
    const leave = theOutbox().onStored((stored) => {
      if (stored.run.id === runId && 'vehicle' in stored) setView(stored);
    });
    return () => {
      document.removeEventListener('visibilitychange', onVisible);
      leave();
    };
  }, [runId, look]);
  const own = useMemo(
    () => outbox.unsent.filter(({ reading }) => reading.runId === runId),
    [outbox.unsent, runId],
  );
  const readings = useMemo(() => {
    const shown = new Set(view.readings.map(({ id }) => id));
    return [...view.readings, ...own.map(({ reading }) => reading).filter(({ id }) => !shown.has(id))];
  }, [view.readings, own]);

  const take = (reply: Reply<CheckView>) => {
    setProblems(problemsOf(reply));
    if (!('unreachable' in reply) && reply.ok) setView(reply.value);
    else void look();
  };
  const capture: Check['capture'] = (kind, data, supersedes) => {
    const technicianId = whoIsHere();
    if (technicianId === null) return [WHO_FIRST];
    const reading = newReading(kind, data, {
      ...{ id: uuidv7(), runId, technicianId, instrument: TYPED, takenAtMs: serverNow(), supersedes },
    });
    const captured: Reading = reading;
    const wrong = isOfKind(captured, 'check_reading')
      ? readingProblems(captured.data, view.vehicle.systemVolts ?? 12)
      : [];
    if (wrong.length === 0) theOutbox().add(captured, view.vehicle.name, Date.now());
    return wrong;
  };
  const finish = async () => {
    const technicianId = whoIsHere();
    if (technicianId === null) return;
    const seenReadingIds = readings.map(({ id }) => id);
    if (!(await theOutbox().sent(runId))) return setProblems([UNSENT_FIRST]);
    take(await send<CheckView>(`/api/checks/${runId}/finish`, { runId, technicianId, seenReadingIds }));
  };
  const reopen = async (reason: string) => {
    const technicianId = whoIsHere();
    if (technicianId === null) return;
    const asked = { runId, technicianId, reason, readingId: uuidv7() };
    take(await send<CheckView>(`/api/checks/${runId}/reopen`, asked));
  };
  const refused = own.flatMap(({ refused: why }) => why ?? []);
  return {
    ...{ view, readings, capture, finish, reopen, waiting: own.length },
    trouble: own.length > 0 ? outbox.trouble : null,
    problems: [...problems, ...refused],
  };
}

const WHO_FIRST: Problem = {
  ...problem('technician', '', 'who is here'),
  message: 'Say who is here first; what you typed stays.',
};
const UNSENT_FIRST: Problem = {
  ...problem('unsent', '', 'stored readings'),
  message: 'Some readings are not stored yet. They are sent by themselves; then finish the check.',
};
