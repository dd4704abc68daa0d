'use client';

import { useState } from 'react';
import type { PeopleView, SessionLine } from '@/core/exchange/people-views';
import type { Problem } from '@/core/quantity/result';
import { problemsOf, send } from '@/ui/api';
import { Button } from '@/ui/button';
import { ListTable } from '@/ui/list-table';
import { Moment } from '@/ui/moment';
import { Problems } from '@/ui/problems';

const CELL = 'px-4 py-2';

/** Where people are signed in, and an end to it. */
export function SessionsSection({
  view,
  onEnded,
}: {
  readonly view: PeopleView;
  readonly onEnded: () => void;
}) {
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const end = async (id: string) => {
    setProblems(problemsOf(await send('/api/people/sessions', { id }, { method: 'DELETE' })));
    onEnded();
  };
  return (
    <section aria-labelledby="signed-in" className="grid gap-4">
      <h2 id="signed-in" className="text-xl font-semibold">
        Signed in
      </h2>
      <Problems problems={problems} />
      <div className="sheet overflow-x-auto">
        <ListTable headings={['Who', 'Where', 'Since', 'Last heard of', '']} cellClass={CELL}>
          {view.sessions.map((session) => (
            <Row key={session.id} session={session} view={view} onEnd={() => void end(session.id)} />
          ))}
        </ListTable>
      </div>
    </section>
  );
}

function Row({
  session,
  view,
  onEnd,
}: {
  readonly session: SessionLine;
  readonly view: PeopleView;
  readonly onEnd: () => void;
}) {
  const { id, personId, deviceId, address, how, startedAtMs, seenAtMs } = session;
  const name = view.people.find((person) => person.id === personId)?.name ?? '–';
  const device = view.devices.find((known) => known.id === deviceId)?.name;
  const isThis = id === view.sessionId;
  return (
    <tr>
      <td className={`${CELL} font-semibold`}>{name}</td>
      <td className={CELL}>
        {device ?? (deviceId ? 'an enrolled device' : address)}, by {how}
        {isThis && <span className="block text-sm text-soft">here</span>}
      </td>
      <td className={CELL}>
        <Moment atMs={startedAtMs} />
      </td>
      <td className={CELL}>
        <Moment atMs={seenAtMs} />
      </td>
      <td className={`${CELL} text-right`}>
        {!isThis && (
          <Button tone="quiet" onClick={onEnd} aria-label={`Sign ${name} out`}>
            Sign out
          </Button>
        )}
      </td>
    </tr>
  );
}
