'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { ImportRecord } from '@/core/exchange/arrival-views';
import { importsCsv } from '@/core/exchange/list-csv';
import type { Problem } from '@/core/quantity/result';
import { ActButton } from '@/ui/act-button';
import { problemsOf, send } from '@/ui/api';
import { Button } from '@/ui/button';
import { Moment } from '@/ui/moment';
import { Problems } from '@/ui/problems';
import { saveFile } from '@/ui/save-file';
import { useSite, useTechnicianName } from '@/ui/site';

/** What came in together, the newest first; each can be taken back as a whole. */
export function ImportList({ imports }: { readonly imports: readonly ImportRecord[] }) {
  return (
    <section aria-label="What came in" className="grid gap-3">
      <div className="flex items-center justify-between gap-3">
        <h2 className="text-xl font-semibold">What came in</h2>
        {imports.length > 0 && (
          <Button tone="quiet" onClick={() => saveFile('imports.csv', importsCsv(imports), 'text/csv')}>
            CSV
          </Button>
        )}
      </div>
      {imports.length === 0 ? (
        <p className="text-soft">Nothing has come in from a file or a rack yet.</p>
      ) : (
        <ul className="sheet divide-y">
          {imports.map((made) => (
            <ImportLine key={made.id} made={made} />
          ))}
        </ul>
      )}
    </section>
  );
}

function ImportLine({ made }: { readonly made: ImportRecord }) {
  const router = useRouter();
  const { whoIsHere } = useSite();
  const nameOf = useTechnicianName();
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const [asking, setAsking] = useState(false);
  const undo = async () => {
    const technicianId = whoIsHere();
    if (technicianId === null) return;
    const reply = await send<ImportRecord>(`/api/imports/${made.id}/undo`, {
      importId: made.id,
      technicianId,
    });
    setProblems(problemsOf(reply));
    setAsking(false);
    if (!('unreachable' in reply) && reply.ok) router.refresh();
  };
  return (
    <li className="grid gap-2 px-4 py-2">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <div className="mr-auto min-w-0">
          <p className="truncate font-semibold">{made.name}</p>
          <p className="text-sm text-soft">
            {made.runs > 0 && `${made.runs} ${made.runs === 1 ? 'run' : 'runs'}, `}
            {made.newBatteries} new {made.newBatteries === 1 ? 'battery' : 'batteries'} ·{' '}
            <Moment atMs={made.madeAtMs} as="day" /> <Moment atMs={made.madeAtMs} as="time" /> by{' '}
            {nameOf(made.madeById)}
          </p>
        </div>
        {made.state === 'arriving' ? (
          <p className="text-sm text-soft">coming in</p>
        ) : made.source === 'site_file' ? null : made.undoneAtMs !== null ? (
          <p className="text-sm text-soft">
            taken back <Moment atMs={made.undoneAtMs} as="day" /> by {nameOf(made.undoneById)}
          </p>
        ) : asking ? (
          <span className="flex flex-wrap gap-2">
            <Button tone="warn" onClick={undo}>
              Take back all {made.runs || made.newBatteries}
            </Button>
            <Button onClick={() => setAsking(false)}>Keep them</Button>
          </span>
        ) : (
          <ActButton act="take_back" onClick={() => setAsking(true)}>
            Undo
          </ActButton>
        )}
      </div>
      <Problems problems={problems} />
    </li>
  );
}
