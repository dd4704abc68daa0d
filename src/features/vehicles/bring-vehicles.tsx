'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Problem } from '@/core/quantity/result';
import { problemsOf, send } from '@/ui/api';
import { Problems } from '@/ui/problems';
import { useSite } from '@/ui/site';

interface Tally {
  readonly fresh: number;
  readonly known: number;
  readonly refused: readonly { readonly line: number; readonly name: string; readonly why: string }[];
}

/** Takes in a list of vehicles from a file; what is there already stays as it is. */
export function BringVehicles() {
  const router = useRouter();
  const { whoIsHere } = useSite();
  const [tally, setTally] = useState<Tally | null>(null);
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const bring = async (file: File) => {
    const technicianId = whoIsHere();
    if (technicianId === null) return;
    const reply = await send<Tally>('/api/vehicles/import', { technicianId, text: await file.text() });
    setProblems(problemsOf(reply));
    if ('unreachable' in reply || !reply.ok) return setTally(null);
    setTally(reply.value);
    router.refresh();
  };
  return (
    <section aria-label="Bring a list" className="no-print grid gap-2">
      <label className="flex flex-wrap items-center gap-3">
        <span className="text-soft">
          Bring a list of vehicles, as CSV: name, class, engine, cylinders, system_v, alternator_a, regulator,
          own_v_from, own_v_to, site.
        </span>
        <input
          type="file"
          accept=".csv,text/csv"
          aria-label="List of vehicles"
          className="min-h-12"
          onChange={({ target }) => {
            const [file] = target.files ?? [];
            if (file) void bring(file);
            target.value = '';
          }}
        />
      </label>
      <Problems problems={problems} />
      {tally && (
        <div role="status" className="sheet grid gap-1 p-4">
          <p>
            <span className="figures font-semibold">{tally.fresh}</span> new,{' '}
            <span className="figures">{tally.known}</span> there already,{' '}
            <span className="figures">{tally.refused.length}</span> rows refused.
          </p>
          <ul className="text-sm text-retire">
            {tally.refused.slice(0, 20).map(({ line, name, why }) => (
              <li key={line}>
                Line {line}, {name || 'no name'}: {why}
              </li>
            ))}
          </ul>
        </div>
      )}
    </section>
  );
}
