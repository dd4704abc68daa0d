'use client';

import { CirclePlus } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { uuidv7 } from 'uuidv7';
import type { LotSummary } from '@/core/exchange/arrival-views';
import { lotsCsv } from '@/core/exchange/list-csv';
import type { Problem } from '@/core/quantity/result';
import { ActButton } from '@/ui/act-button';
import { problemsOf, send } from '@/ui/api';
import { Button } from '@/ui/button';
import { Link } from '@/ui/link';
import { Moment } from '@/ui/moment';
import { Problems } from '@/ui/problems';
import { saveFile } from '@/ui/save-file';
import { useSite, useTechnicianName } from '@/ui/site';

/** The racks that were graded or are being graded, the one that was worked on last first. */
export function LotList({
  lots,
  suggestedName,
}: {
  readonly lots: readonly LotSummary[];
  readonly suggestedName: string;
}) {
  const router = useRouter();
  const { whoIsHere } = useSite();
  const [name, setName] = useState(suggestedName);
  const [id] = useState(uuidv7);
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const begin = async (event: React.FormEvent) => {
    event.preventDefault();
    const technicianId = whoIsHere();
    if (technicianId === null) return;
    const reply = await send<{ id: string }>('/api/lots', {
      id,
      name: name.trim() || suggestedName,
      technicianId,
    });
    setProblems(problemsOf(reply));
    if (!('unreachable' in reply) && reply.ok) router.push(`/lots/${id}`);
  };
  return (
    <main className="print-list mx-auto grid max-w-5xl gap-5 px-4 py-5">
      <div className="flex items-center justify-between gap-3">
        <h1 className="text-xl font-semibold">Lots</h1>
        {lots.length > 0 && (
          <Button tone="quiet" onClick={() => saveFile('lots.csv', lotsCsv(lots), 'text/csv')}>
            CSV
          </Button>
        )}
      </div>
      <form onSubmit={begin} className="sheet flex flex-wrap items-end gap-3 p-4">
        <label className="grid grow gap-1">
          <span className="heading">A rack of batteries to grade</span>
          <input
            value={name}
            maxLength={120}
            className="min-h-12 rounded-md border border-line-strong bg-sheet px-3"
            onChange={(event) => setName(event.target.value)}
          />
        </label>
        <ActButton act="register" type="submit" tone="main">
          <span className="flex items-center gap-2">
            <CirclePlus size={18} aria-hidden="true" />
            Begin a lot
          </span>
        </ActButton>
      </form>
      <Problems problems={problems} />
      {lots.length === 0 ? (
        <p className="text-soft">
          No rack has been graded yet. Begin one, or put a piece of a spreadsheet into a new one.
        </p>
      ) : (
        <ul className="sheet divide-y">
          {lots.map((lot) => (
            <LotLine key={lot.id} lot={lot} onProblems={setProblems} />
          ))}
        </ul>
      )}
    </main>
  );
}

function LotLine({
  lot,
  onProblems,
}: {
  readonly lot: LotSummary;
  readonly onProblems: (problems: readonly Problem[]) => void;
}) {
  const router = useRouter();
  const nameOf = useTechnicianName();
  const [asking, setAsking] = useState(false);
  const discard = async () => {
    const reply = await send<null>(`/api/lots/${lot.id}`, { id: lot.id }, { method: 'DELETE' });
    onProblems(problemsOf(reply));
    setAsking(false);
    router.refresh();
  };
  return (
    <li className="flex flex-wrap items-center gap-x-4 gap-y-1 px-4 py-2">
      <Link href={`/lots/${lot.id}`} className="mr-auto grid min-h-12 min-w-0 content-center hover:underline">
        <span className="truncate text-lg font-semibold">{lot.name}</span>
        <span className="text-sm text-soft">
          {lot.batteries} {lot.batteries === 1 ? 'row' : 'rows'} · worked on <Moment atMs={lot.changedAtMs} />{' '}
          · begun by {nameOf(lot.startedById)}
        </span>
      </Link>
      {lot.importId !== null ? (
        <span className="text-soft">stored as runs</span>
      ) : asking ? (
        <span className="flex gap-2">
          <Button tone="warn" onClick={discard}>
            Throw it away
          </Button>
          <Button onClick={() => setAsking(false)}>Keep it</Button>
        </span>
      ) : (
        <ActButton act="register" tone="quiet" onClick={() => setAsking(true)}>
          Discard
        </ActButton>
      )}
    </li>
  );
}
