'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { KeptCorrection } from '@/core/exchange/fleet-views';
import type { Problem } from '@/core/quantity/result';
import { ActButton } from '@/ui/act-button';
import { problemsOf, send } from '@/ui/api';
import { Moment } from '@/ui/moment';
import { Problems } from '@/ui/problems';
import { useSite } from '@/ui/site';

/** The corrections that are in force, each to be ended. */
export function CorrectionsInForce({ corrections }: { readonly corrections: readonly KeptCorrection[] }) {
  const router = useRouter();
  const { whoIsHere } = useSite();
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const end = async (id: string) => {
    const technicianId = whoIsHere();
    if (technicianId === null) return;
    const wrong = problemsOf(
      await send('/api/fleet/corrections', { id, technicianId }, { method: 'DELETE' }),
    );
    setProblems(wrong);
    if (wrong.length === 0) router.refresh();
  };
  if (corrections.length === 0) return null;
  return (
    <section aria-label="Corrected" className="sheet">
      <h2 className="border-b px-4 py-2 text-xl font-semibold">Corrected</h2>
      <ul className="divide-y">
        {corrections.map(({ id, instrument, pct, fromMs, by, reason }) => (
          <li key={id} className="flex flex-wrap items-center gap-x-6 gap-y-2 px-4 py-2">
            <span className="mr-auto">
              <span className="font-semibold">{instrument}</span> reads{' '}
              <span className="figures">{Math.abs(pct).toFixed(1)}</span> points {pct >= 0 ? 'high' : 'low'}:
              taken out of what is expected from <Moment atMs={fromMs} as="day" /> on, by {by}.
              {reason !== '' && <span className="text-soft"> {reason}</span>}
            </span>
            <ActButton act="set_site" onClick={() => void end(id)}>
              End it
            </ActButton>
          </li>
        ))}
      </ul>
      <Problems problems={problems} />
    </section>
  );
}
