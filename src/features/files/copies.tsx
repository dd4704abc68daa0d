'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { CopyRecord, CopyReport } from '@/core/exchange/copies';
import type { Problem } from '@/core/quantity/result';
import { problemsOf, send } from '@/ui/api';
import { Button } from '@/ui/button';
import { Moment } from '@/ui/moment';
import { Problems } from '@/ui/problems';
import { useBarred } from '@/ui/site';

/** A copy of a large store takes minutes to make and to read through, ms. */
const COPY_MS = 3_600_000;
const SHOWN = 8;

type Doing =
  | { readonly kind: 'nothing' }
  | { readonly kind: 'making' }
  | { readonly kind: 'restoring'; readonly name: string };

/** Copies of the database: made while the work goes on, read through, and put back when something has happened. */
export function Copies({ copies }: { readonly copies: readonly CopyRecord[] }) {
  const router = useRouter();
  const [doing, setDoing] = useState<Doing>({ kind: 'nothing' });
  const [asked, setAsked] = useState<string | null>(null);
  const [told, setTold] = useState<string | null>(null);
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const work = async (next: Doing, path: string, body: unknown, words: (report: CopyReport) => string) => {
    setDoing(next);
    setTold(null);
    setAsked(null);
    const reply = await send<CopyReport>(path, body, { timeoutMs: COPY_MS });
    setDoing({ kind: 'nothing' });
    setProblems(problemsOf(reply));
    if ('unreachable' in reply || !reply.ok) return;
    setTold(words(reply.value));
    router.refresh();
  };
  const make = () =>
    work({ kind: 'making' }, '/api/copies', {}, (made) => `Copied and read through: ${contents(made)}.`);
  const restore = (name: string) =>
    work(
      { kind: 'restoring', name },
      '/api/copies/restore',
      { name },
      (put) => `Put back: ${contents(put)}. What was there before is kept beside it.`,
    );
  const barred = useBarred('keep_copies');
  const busy = doing.kind !== 'nothing' || barred !== null;
  return (
    <section id="copies" aria-label="Copies" className="grid gap-3">
      <h2 className="text-xl font-semibold">Copies of the data</h2>
      {barred && <p className="text-soft">{barred}</p>}
      <Button disabled={busy} onClick={make}>
        {doing.kind === 'making' ? 'Copying, and reading the copy through …' : 'Make a copy now'}
      </Button>
      {told && (
        <p role="status" className="sheet border-serve px-4 py-3">
          {told}
        </p>
      )}
      <Problems problems={problems} />
      {copies.length === 0 ? (
        <p className="text-soft">
          No copy yet. One is a file in the folder “copies” beside the data: keep some elsewhere too.
        </p>
      ) : (
        <ul className="sheet divide-y">
          {copies.slice(0, SHOWN).map(({ name, bytes, madeAtMs }) => (
            <li key={name} className="grid gap-2 px-4 py-2">
              <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
                <p className="mr-auto">
                  <Moment atMs={madeAtMs} as="day" /> <Moment atMs={madeAtMs} as="time" />
                  <span className="figures block text-sm text-soft">{(bytes / 1_000_000).toFixed(1)} MB</span>
                </p>
                {doing.kind === 'restoring' && doing.name === name ? (
                  <span className="text-soft">Putting it back …</span>
                ) : (
                  <Button tone="quiet" disabled={busy} onClick={() => setAsked(name)}>
                    Put back
                  </Button>
                )}
              </div>
              {asked === name && (
                <div className="grid gap-2 rounded-md border border-warn bg-warn-wash p-3 text-warn">
                  <p>
                    Everything captured since then goes out of sight, for everybody. It is kept in a file of
                    its own.
                  </p>
                  <div className="flex flex-wrap gap-2">
                    <Button tone="warn" onClick={() => restore(name)}>
                      Put this copy back
                    </Button>
                    <Button onClick={() => setAsked(null)}>Cancel</Button>
                  </div>
                </div>
              )}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

function contents({ batteries, runs, readings }: CopyReport): string {
  return `${batteries} batteries, ${runs} runs, ${readings} readings`;
}
