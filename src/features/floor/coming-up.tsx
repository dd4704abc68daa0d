'use client';

import Link from 'next/link';
import { useEffect, useState } from 'react';
import type { ComingUp as Coming } from '@/core/exchange/fleet-views';
import type { Help } from '@/core/history/cold-start';
import { formatQuantity } from '@/core/quantity/format';
import { fahrenheitFromCelsius } from '@/core/quantity/temperature';
import { fetchAnswer } from '@/ui/api';
import { Moment } from '@/ui/moment';
import { useSite } from '@/ui/site';
import { StartRun } from '@/ui/start-run';

/** Looked at again so often, ms: what is due changes by the day. */
const AGAIN_MS = 10 * 60_000;

const HELP_WORDS: Readonly<Record<Help, string>> = {
  charge: 'needs a charge',
  replace: 'needs another battery',
  none_helps: 'read the vehicle',
  nothing: '',
};

/** What comes next beside the bench: batteries that are due for a look, and vehicles that the next cold morning puts at risk. */
export function ComingUp() {
  const coming = useComingUp();
  const { temperatureUnit } = useSite();
  if (!coming || (coming.dueCount === 0 && coming.atRiskCount === 0)) return null;
  const { due, dueCount, morning, atRisk, atRiskCount } = coming;
  const low = morning && (temperatureUnit === '°F' ? fahrenheitFromCelsius(morning.lowC) : morning.lowC);
  return (
    <div className="grid items-start gap-6 lg:grid-cols-2">
      {dueCount > 0 && (
        <section aria-label="Due" className="sheet">
          <h2 className="flex items-baseline gap-3 border-b px-4 py-2 font-semibold">
            Due for a look <span className="figures font-normal text-soft">{dueCount}</span>
            <Link href="/fleet/due" className="ml-auto py-1 text-sm font-normal underline underline-offset-4">
              all of them
            </Link>
          </h2>
          <ul className="divide-y">
            {due.map(({ id, tag, where, dueMs }) => (
              <li key={id} className="flex flex-wrap items-center gap-x-4 gap-y-1 px-4 py-1.5">
                <Link
                  href={`/batteries/${id}`}
                  className="figures py-2 font-semibold underline underline-offset-4"
                >
                  {tag}
                </Link>
                <span className="mr-auto min-w-0 truncate">{where}</span>
                <span className="text-sm text-soft">
                  since <Moment atMs={dueMs} as="day" />
                </span>
                <StartRun batteryId={id} label="Test it" />
              </li>
            ))}
          </ul>
        </section>
      )}
      {atRiskCount > 0 && low !== null && (
        <section aria-label="At risk in the cold" className="sheet">
          <h2 className="flex items-baseline gap-3 border-b px-4 py-2 font-semibold">
            At risk at {formatQuantity(low, temperatureUnit, { decimals: 0 })}{' '}
            <span className="figures font-normal text-soft">{atRiskCount}</span>
            <Link
              href="/fleet/cold"
              className="ml-auto py-1 text-sm font-normal underline underline-offset-4"
            >
              all of them
            </Link>
          </h2>
          <ul className="divide-y">
            {atRisk.map(({ id, name, chance, help }) => (
              <li key={id} className="flex flex-wrap items-center gap-x-4 gap-y-1 px-4 py-1.5">
                <Link
                  href={`/vehicles/${id}`}
                  className="mr-auto min-h-11 py-2 font-semibold underline underline-offset-4"
                >
                  {name}
                </Link>
                <span className="text-soft">{HELP_WORDS[help]}</span>
                <span className="figures font-semibold">{formatQuantity(Math.round(100 * chance), '%')}</span>
              </li>
            ))}
          </ul>
        </section>
      )}
    </div>
  );
}

function useComingUp(): Coming | null {
  const [coming, setComing] = useState<Coming | null>(null);
  useEffect(() => {
    const look = async () => {
      const reply = await fetchAnswer<Coming>('/api/coming-up');
      if (!('unreachable' in reply) && reply.ok) setComing(reply.value);
    };
    void look();
    const timer = setInterval(() => void look(), AGAIN_MS);
    return () => clearInterval(timer);
  }, []);
  return coming;
}
