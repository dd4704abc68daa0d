'use client';

import { useState } from 'react';
import type { JournalSoundness } from '@/core/exchange/people-views';
import type { Problem } from '@/core/quantity/result';
import { problemsOf, send } from '@/ui/api';
import { Button } from '@/ui/button';
import { Problems } from '@/ui/problems';

/** A long journal takes a while to be held against its hashes, ms. */
const LONGEST_LOOK_MS = 60_000;

/** Holds the journal against its own hashes on demand, and says what came of it. */
export function JournalLook() {
  const [found, setFound] = useState<JournalSoundness | null>(null);
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const [isLooking, setIsLooking] = useState(false);
  const look = async () => {
    setIsLooking(true);
    setFound(null);
    const reply = await send<JournalSoundness>('/api/journal/soundness', null, {
      timeoutMs: LONGEST_LOOK_MS,
    });
    setIsLooking(false);
    setProblems(problemsOf(reply));
    if (!('unreachable' in reply) && reply.ok) setFound(reply.value);
  };
  return (
    <div className="flex flex-wrap items-center gap-3">
      <Button onClick={() => void look()} disabled={isLooking}>
        {isLooking ? 'Looking it through …' : 'Look it through'}
      </Button>
      <Problems problems={problems} />
      <p role="status" className={found?.broken ? 'text-retire' : 'text-soft'}>
        {found && <Words found={found} />}
      </p>
    </div>
  );
}

function Words({ found: { entries, broken } }: { readonly found: JournalSoundness }) {
  if (broken === null) return <>All {entries} entries are as they were written.</>;
  return (
    <>
      Entry {broken.number} is not sound: {broken.why}. The {entries} before it are. Keep the copies from
      before, and find out who had the file.
    </>
  );
}
