'use client';

import { useEffect, useState } from 'react';
import type { ComingUp as Coming } from '@/core/exchange/fleet-views';
import type { Help } from '@/core/history/cold-start';
import { formatQuantity } from '@/core/quantity/format';
import { fahrenheitFromCelsius } from '@/core/quantity/temperature';
import { fetchAnswer } from '@/ui/api';
import { Link } from '@/ui/link';
import { Moment } from '@/ui/moment';
import { useSite } from '@/ui/site';
import { StartRun } from '@/ui/start-run';

/** Looked at again so often, ms: what is due changes by the day. */
const AGAIN_MS = 10 * 60_000;
const SOON_MS = 5000;

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
  if (!coming || coming.dueCount + coming.atRiskCount + coming.toChargeCount === 0) return null;
  const { due, dueCount, toCharge, toChargeCount, morning, atRisk, atRiskCount } = coming;
  const low = morning && (temperatureUnit === '°F' ? fahrenheitFromCelsius(morning.lowC) : morning.lowC);
  return (
    <div className="grid grid-cols-[repeat(auto-fit,minmax(min(100%,24rem),1fr))] items-start gap-6">
      {toChargeCount > 0 && (
        <List
          name="Low"
          title="Low, not on the bench"
          count={toChargeCount}
          all="/fleet/due?sort=tested&verdict=charge"
        >
          {toCharge.map(({ id, tag, where, leftPct }) => (
            <Unit key={id} id={id} tag={tag} where={where} act="Charge it">
              {leftPct === null ? 'found low' : `about ${formatQuantity(leftPct, '%')} by now`}
            </Unit>
          ))}
        </List>
      )}
      {dueCount > 0 && (
        <List name="Due" title="Due for a look" count={dueCount} all="/fleet/due?place=work">
          {due.map(({ id, tag, where, dueMs }) => (
            <Unit key={id} id={id} tag={tag} where={where} act="Test it">
              since <Moment atMs={dueMs} as="day" />
            </Unit>
          ))}
        </List>
      )}
      {atRiskCount > 0 && low !== null && (
        <List
          name="At risk in the cold"
          title={`At risk at ${formatQuantity(low, temperatureUnit, { decimals: 0 })}`}
          count={atRiskCount}
          all="/fleet/cold"
        >
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
        </List>
      )}
    </div>
  );
}

/** The first of what comes next, and where all of it stands. */
function List({
  name,
  title,
  count,
  all,
  children,
}: {
  readonly name: string;
  readonly title: string;
  readonly count: number;
  readonly all: string;
  readonly children: React.ReactNode;
}) {
  return (
    <section aria-label={name} className="sheet">
      <h2 className="flex items-baseline gap-3 border-b px-4 py-2 font-semibold">
        {title} <span className="figures font-normal text-soft">{count}</span>
        <Link href={all} className="ml-auto py-1 text-sm font-normal underline underline-offset-4">
          all of them
        </Link>
      </h2>
      <ul className="divide-y">{children}</ul>
    </section>
  );
}

/** A battery that waits for something, with the key that begins it. */
function Unit({
  id,
  tag,
  where,
  act,
  children,
}: {
  readonly id: string;
  readonly tag: string;
  readonly where: string;
  readonly act: string;
  readonly children: React.ReactNode;
}) {
  return (
    <li className="flex flex-wrap items-center gap-x-4 gap-y-1 px-4 py-1.5">
      <Link href={`/batteries/${id}`} className="figures py-2 font-semibold underline underline-offset-4">
        {tag}
      </Link>
      <span className="mr-auto min-w-0 truncate">{where}</span>
      <span className="text-sm text-soft">{children}</span>
      <StartRun batteryId={id} label={act} />
    </li>
  );
}

function useComingUp(): Coming | null {
  const [coming, setComing] = useState<Coming | null>(null);
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    let ended = false;
    const look = async () => {
      const reply = await fetchAnswer<Coming>('/api/coming-up');
      const isThere = !('unreachable' in reply) && reply.ok;
      if (isThere && !ended) setComing(reply.value);
      // A server that was busy just then has it a little later.
      if (!ended) timer = setTimeout(() => void look(), isThere ? AGAIN_MS : SOON_MS);
    };
    void look();
    return () => {
      ended = true;
      clearTimeout(timer);
    };
  }, []);
  return coming;
}
