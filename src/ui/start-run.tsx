'use client';

import { useRouter } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import { uuidv7 } from 'uuidv7';
import type { Problem } from '@/core/quantity/result';
import { problemsOf, send } from './api';
import { Button } from './button';
import { Problems } from './problems';
import { useSite } from './site';

/** Starts a run on a battery and opens it on the Bench. */
export function StartRun({
  batteryId,
  focused = false,
  label = null,
}: {
  readonly batteryId: string;
  readonly focused?: boolean;
  /** What stands on its key beside other things to do; null where it is what to do here. */
  readonly label?: string | null;
}) {
  const router = useRouter();
  const { whoIsHere } = useSite();
  const button = useRef<HTMLButtonElement>(null);
  // One id for this button, so that pressing it twice starts one run.
  const [runId] = useState(uuidv7);
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  useEffect(() => {
    if (focused) button.current?.focus();
  }, [focused]);
  const start = async () => {
    const technicianId = whoIsHere();
    if (technicianId === null) return;
    const reply = await send<{ id: string }>('/api/runs', { id: runId, batteryId, technicianId });
    setProblems(problemsOf(reply));
    if (!('unreachable' in reply) && reply.ok) router.push(`/bench/${reply.value.id}`);
  };
  return (
    <div className="grid gap-2">
      <Button
        ref={button}
        tone={label === null ? 'main' : 'plain'}
        large={label === null}
        {...(focused ? { shortcut: 'Enter' } : {})}
        onClick={start}
      >
        {label ?? 'Start a run'}
      </Button>
      <Problems problems={problems} />
    </div>
  );
}
