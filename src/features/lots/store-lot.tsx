import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { uuidv7 } from 'uuidv7';
import type { ImportRecord, LotRecord } from '@/core/exchange/arrival-views';
import type { Problem } from '@/core/quantity/result';
import { ActButton } from '@/ui/act-button';
import { problemsOf, type Reply, send } from '@/ui/api';
import { Button } from '@/ui/button';
import { useSite } from '@/ui/site';
import type { useLotStore } from './use-lot-store';

interface Props {
  readonly lot: LotRecord;
  readonly good: number;
  readonly bad: number;
  readonly store: ReturnType<typeof useLotStore>;
  readonly onProblems: (problems: readonly Problem[]) => void;
}

/** Stores the rack as runs of its batteries; once it is stored, takes them back. */
export function StoreLot({ lot, good, bad, store, onProblems }: Props) {
  const router = useRouter();
  const { whoIsHere } = useSite();
  const [importId, setImportId] = useState(uuidv7);
  const [asking, setAsking] = useState(false);
  const answered = (reply: Reply<ImportRecord>) => {
    onProblems(problemsOf(reply));
    if (!('unreachable' in reply) && reply.ok) router.refresh();
  };
  const keep = async () => {
    const technicianId = whoIsHere();
    if (technicianId === null) return;
    await store.flush();
    const seen = { seenRevision: store.seenRevision(), seenRuns: good };
    answered(await send(`/api/lots/${lot.id}/store`, { id: lot.id, importId, technicianId, ...seen }));
  };
  const undo = async () => {
    const technicianId = whoIsHere();
    if (technicianId === null || lot.importId === null) return;
    const asked = { importId: lot.importId, technicianId };
    answered(await send(`/api/imports/${lot.importId}/undo`, asked));
    setImportId(uuidv7());
    setAsking(false);
  };
  if (lot.importId !== null) {
    return asking ? (
      <span className="flex flex-wrap gap-2">
        <Button tone="warn" onClick={undo}>
          Take back all {good} {good === 1 ? 'run' : 'runs'}
        </Button>
        <Button onClick={() => setAsking(false)}>Keep them</Button>
      </span>
    ) : (
      <ActButton act="take_back" onClick={() => setAsking(true)}>
        Take the runs back
      </ActButton>
    );
  }
  return (
    <ActButton act="register" tone="main" disabled={good === 0 || store.state === 'overtaken'} onClick={keep}>
      Store {good} {good === 1 ? 'run' : 'runs'}
      {bad > 0 && `, leave ${bad} out`}
    </ActButton>
  );
}
