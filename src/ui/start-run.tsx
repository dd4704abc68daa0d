'use client';

import { useEffect, useRef, useState } from 'react';
import { uuidv7 } from 'uuidv7';
import type { Problem } from '@/core/quantity/result';
import { ActButton } from './act-button';
import { problemsOf, send } from './api';
import { Problems } from './problems';
import { useSite } from './site';
import { useGoTo } from './use-go-to';

/**
 * Opens a battery on the Bench, in the run that is open or in one that is started.
 * @returns `go` with what the Bench is told in its address
 */
export function useBenchOf(batteryId: string, openRunId: string | null) {
  const goTo = useGoTo();
  const { whoIsHere } = useSite();
  // One id for this key, so that pressing it twice starts one run.
  const [runId] = useState(uuidv7);
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const [isGoing, setGoing] = useState(false);
  const go = async (told = '') => {
    if (openRunId !== null) return goTo(`/bench/${openRunId}${told}`);
    const technicianId = whoIsHere();
    if (technicianId === null) return;
    setGoing(true);
    const reply = await send<{ id: string }>('/api/runs', { id: runId, batteryId, technicianId });
    setProblems(problemsOf(reply));
    if (!('unreachable' in reply) && reply.ok) goTo(`/bench/${reply.value.id}${told}`);
    else setGoing(false);
  };
  return { go, problems, isGoing };
}

/** Starts a run on a battery and opens it on the Bench. */
export function StartRun({
  batteryId,
  focused = false,
  label = null,
  told = '',
}: {
  readonly batteryId: string;
  readonly focused?: boolean;
  /** What stands on its key beside other things to do; null where it is what to do here. */
  readonly label?: string | null;
  /** What the Bench is told in its address, such as the way of charging that it was begun for. */
  readonly told?: string;
}) {
  const button = useRef<HTMLButtonElement>(null);
  const { go, problems } = useBenchOf(batteryId, null);
  useEffect(() => {
    if (focused) button.current?.focus();
  }, [focused]);
  return (
    <div className="grid gap-2">
      <ActButton
        act="work"
        ref={button}
        tone={label === null ? 'main' : 'plain'}
        large={label === null}
        {...(focused ? { shortcut: 'Enter' } : {})}
        onClick={() => go(told)}
      >
        {label ?? 'Start a run'}
      </ActButton>
      <Problems problems={problems} />
    </div>
  );
}
