'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { BatteryLabel } from '@/core/battery/battery-label';
import { type ReferenceReading, type ReferredMethod, referenceStanding } from '@/core/battery/own-reference';
import type { BatteryRecord, BatteryStory } from '@/core/exchange/views';
import { dayWords } from '@/core/quantity/day';
import { formatQuantity } from '@/core/quantity/format';
import type { Problem } from '@/core/quantity/result';
import { ActButton } from '@/ui/act-button';
import { problemsOf, send } from '@/ui/api';
import { Link } from '@/ui/link';
import { Moment } from '@/ui/moment';
import { Problems } from '@/ui/problems';
import { serverNow } from '@/ui/server-clock';
import { useSite } from '@/ui/site';

const METHOD_WORDS: Readonly<Record<ReferredMethod, string>> = {
  load: 'Load test',
  conductance: 'Conductance',
};

/** What this unit read when it was new, test by test, and the way to have that forgotten. */
export function ReferenceCard({ story }: { readonly story: BatteryStory }) {
  const { battery, firstTests } = story;
  const { setFrom, problems } = useReference(battery);
  const { referenceFromMs = null } = battery;
  return (
    <section aria-label="When new" className="sheet grid gap-3 p-4">
      <h2 className="heading">What it read when new</h2>
      {firstTests.length === 0 ? (
        <WhyNone battery={battery} today={story.today} />
      ) : (
        <>
          <Means battery={battery} />
          <FirstTests tests={firstTests} />
        </>
      )}
      {referenceFromMs !== null && (
        <p className="text-sm text-soft">
          Tests before <Moment atMs={referenceFromMs} /> are left out.
        </p>
      )}
      <Problems problems={problems} />
      <div className="flex flex-wrap gap-2">
        {firstTests.length > 0 && (
          <ActButton act="register" tone="quiet" onClick={() => setFrom(serverNow())}>
            Leave these tests out
          </ActButton>
        )}
        {referenceFromMs !== null && (
          <ActButton act="register" tone="quiet" onClick={() => setFrom(null)}>
            Count them again
          </ActButton>
        )}
      </div>
    </section>
  );
}

/** Says from which moment on the tests of a unit count for its reference; null takes back that any were left out. */
function useReference(battery: BatteryRecord) {
  const router = useRouter();
  const { whoIsHere } = useSite();
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const setFrom = async (referenceFromMs: number | null) => {
    const technicianId = whoIsHere();
    if (technicianId === null) return;
    const { id, revision = 1, reference: _workedOut, ...known } = battery;
    const label: BatteryLabel = { ...known, referenceFromMs };
    const body = { id, technicianId, label, seenRevision: revision };
    const reply = await send<{ id: string }>(`/api/batteries/${id}`, body, { method: 'PUT' });
    if ('unreachable' in reply || !reply.ok) return setProblems(problemsOf(reply));
    setProblems([]);
    router.refresh();
  };
  return { setFrom, problems };
}

function Means({ battery: { reference } }: { readonly battery: BatteryRecord }) {
  if (!reference) return null;
  const { loadPct, loads, conductancePct, conductances } = reference;
  const means = [
    { method: 'load', pct: loadPct, tests: loads },
    { method: 'conductance', pct: conductancePct, tests: conductances },
  ] as const;
  return (
    <>
      <dl className="grid grid-cols-[auto_auto_1fr] items-baseline gap-x-4 gap-y-1">
        {means.map(
          ({ method, pct, tests }) =>
            pct !== null && (
              <div key={method} className="contents">
                <dt className="text-soft">{METHOD_WORDS[method]}</dt>
                <dd className="figures text-lg font-semibold">{formatQuantity(pct, '%')}</dd>
                <dd className="text-sm text-soft">{tests === 1 ? 'one test' : `mean of ${tests} tests`}</dd>
              </div>
            ),
        )}
      </dl>
      <p className="text-sm text-soft">
        Percent of what is usual for its label. Later tests are held against it; the more first tests, the
        more it counts.
      </p>
    </>
  );
}

function FirstTests({ tests }: { readonly tests: readonly ReferenceReading[] }) {
  return (
    <ul className="divide-y border-y">
      {tests.map(({ runId, atMs, method, pct }) => (
        <li key={`${runId} ${method}`}>
          <Link
            href={`/bench/${runId}`}
            className="flex min-h-11 flex-wrap items-center gap-x-4 px-1 hover:bg-harbour-wash"
          >
            <span className="mr-auto">
              <Moment atMs={atMs} />
            </span>
            <span className="text-soft">{METHOD_WORDS[method]}</span>
            <span className="figures w-16 text-right">{formatQuantity(pct, '%')}</span>
          </Link>
        </li>
      ))}
    </ul>
  );
}

function WhyNone({ battery, today }: { readonly battery: BatteryRecord; readonly today: string }) {
  const standing = referenceStanding(battery, today);
  const against = 'Its health is told against its label, and is as uncertain as makers differ.';
  switch (standing.kind) {
    case 'undated':
      return (
        <p className="text-soft">
          Nobody has noted when it was fitted, so no test of it is known to be its first. {against}
        </p>
      );
    case 'still_new':
      return (
        <p className="text-soft">
          None yet: a load test or a conductance at 75 % charge or more, until {dayWords(standing.until)},
          becomes its reference. {against}
        </p>
      );
    case 'past':
      return (
        <p className="text-soft">
          No test of its first half year, until {dayWords(standing.until)}, says what it read. {against}
        </p>
      );
  }
}
