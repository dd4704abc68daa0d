'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Visit } from '@/core/circuit/visit';
import type { VehicleStory, VisitWork } from '@/core/exchange/views';
import type { Problem } from '@/core/quantity/result';
import { COMPLAINTS } from '@/core/steps/complaint/plans';
import { CAUSE_LABELS, chanceWords } from '@/core/vehicle/cause';
import { ActButton } from '@/ui/act-button';
import { problemsOf, send } from '@/ui/api';
import { Link } from '@/ui/link';
import { Moment, useMoments } from '@/ui/moment';
import { Problems } from '@/ui/problems';
import { useSite, useTechnicianName } from '@/ui/site';
import { VerdictLabel } from '@/ui/verdict-label';
import { meterWords } from './visit-card';

/** What was done on the vehicle and its batteries, under the visit during which it was done. */
export function WorkByVisit({ story: { work, visit: open } }: { readonly story: VehicleStory }) {
  const { visits, outside } = work;
  const newest = visits[0]?.visit.id;
  if (visits.length === 0 && outside.length === 0)
    return <p className="text-soft">It has not been in, and not been checked yet.</p>;
  return (
    <section aria-label="Visits" className="grid gap-3">
      <h2 className="text-xl font-semibold">Visits</h2>
      {visits.map(({ visit, work: done }) => (
        <section key={visit.id} aria-label={COMPLAINTS[visit.complaint].label} className="sheet">
          <header className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b px-4 py-2">
            <h3 className="font-semibold">{COMPLAINTS[visit.complaint].label}</h3>
            {visit.words !== '' && <q>{visit.words}</q>}
            <span className="figures mr-auto text-sm text-soft">
              <Span visit={visit} />
              {meterWords(visit) && ` · ${meterWords(visit)}`}
            </span>
            {visit.leftAtMs === null ? (
              <span className="text-sm font-semibold text-harbour">here now</span>
            ) : (
              open === null && visit.id === newest && <StillHere visit={visit} />
            )}
          </header>
          {done.length === 0 ? (
            <p className="px-4 py-2 text-soft">Nothing was read.</p>
          ) : (
            <WorkList work={done} />
          )}
        </section>
      ))}
      {outside.length > 0 && (
        <section aria-label="Outside of a visit" className="sheet">
          {visits.length > 0 && (
            <h3 className="border-b px-4 py-2 font-semibold text-soft">Outside of a visit</h3>
          )}
          <WorkList work={outside} />
        </section>
      )}
    </section>
  );
}

/** From when to when it was here; a visit of one day is that day. */
function Span({ visit: { arrivedAtMs, leftAtMs } }: { readonly visit: Visit }) {
  const words = useMoments();
  const isOneDay = leftAtMs !== null && words(leftAtMs, 'day') === words(arrivedAtMs, 'day');
  return (
    <>
      <Moment atMs={arrivedAtMs} as="day" />
      {leftAtMs !== null && !isOneDay && (
        <>
          {' '}
          to <Moment atMs={leftAtMs} as="day" />
        </>
      )}
    </>
  );
}

/** Takes back that the vehicle has left. */
function StillHere({ visit: { id } }: { readonly visit: Visit }) {
  const router = useRouter();
  const { whoIsHere } = useSite();
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const takeBack = async () => {
    const technicianId = whoIsHere();
    if (technicianId === null) return;
    const reply = await send<{ id: string }>('/api/visits/leave', { id, technicianId, here: true });
    setProblems(problemsOf(reply));
    if (!('unreachable' in reply) && reply.ok) router.refresh();
  };
  return (
    <>
      <ActButton act="register" tone="quiet" onClick={takeBack}>
        It is still here
      </ActButton>
      <Problems problems={problems} />
    </>
  );
}

function WorkList({ work }: { readonly work: readonly VisitWork[] }) {
  const nameOf = useTechnicianName();
  return (
    <ul className="divide-y">
      {work.map((one) => (
        <li key={one.runId}>
          <Link
            href={one.kind === 'check' ? `/checks/${one.runId}` : `/bench/${one.runId}`}
            className="grid min-h-14 items-center gap-x-6 gap-y-0.5 px-4 py-2 hover:bg-harbour-wash md:grid-cols-[11rem_8rem_minmax(0,1fr)_8rem]"
          >
            <Moment atMs={one.startedAtMs} />
            <span className="figures text-soft">{one.kind === 'check' ? 'Check' : one.tag}</span>
            <span className="font-semibold">
              <WhatItCameTo work={one} />
            </span>
            <span className="text-sm text-soft md:text-right">{nameOf(one.startedById)}</span>
          </Link>
        </li>
      ))}
    </ul>
  );
}

function WhatItCameTo({ work }: { readonly work: VisitWork }) {
  if (work.kind === 'battery') return work.verdict ? <VerdictLabel verdict={work.verdict} /> : 'Open';
  if (work.cause === null) return 'Open';
  return (
    <>
      {CAUSE_LABELS[work.cause]}{' '}
      <span className="figures font-normal text-soft">{chanceWords(work.probability ?? 0)}</span>
    </>
  );
}
