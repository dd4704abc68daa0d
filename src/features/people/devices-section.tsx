'use client';

import { useState } from 'react';
import type { PeopleView } from '@/core/exchange/people-views';
import type { Problem } from '@/core/quantity/result';
import { problemsOf, send } from '@/ui/api';
import { Button } from '@/ui/button';
import { ListTable } from '@/ui/list-table';
import { Moment } from '@/ui/moment';
import { Problems } from '@/ui/problems';
import { useTechnicianName } from '@/ui/site';

const CELL = 'px-4 py-2';

interface Code {
  readonly code: string;
  readonly goodUntilMs: number;
}

/** The devices on which a PIN is enough, a code for another, and an end to one that is lost. */
export function DevicesSection({
  view: { devices, deviceId },
  onChanged,
}: {
  readonly view: PeopleView;
  readonly onChanged: () => void;
}) {
  const nameOf = useTechnicianName();
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const [code, setCode] = useState<Code | null>(null);
  const makeCode = async () => {
    const reply = await send<Code>('/api/devices/codes', null);
    setProblems(problemsOf(reply));
    if (!('unreachable' in reply) && reply.ok) setCode(reply.value);
  };
  const takeOut = async (id: string) => {
    setProblems(problemsOf(await send('/api/devices', { id }, { method: 'DELETE' })));
    onChanged();
  };
  return (
    <section aria-labelledby="devices" className="grid gap-4">
      <div className="flex flex-wrap items-center justify-between gap-3">
        <h2 id="devices" className="text-xl font-semibold">
          Devices
        </h2>
        <Button onClick={() => void makeCode()}>Enrol a device</Button>
      </div>
      {code && <ShownCode {...code} />}
      <Problems problems={problems} />
      <div className="sheet overflow-x-auto">
        <ListTable headings={['Device', 'Enrolled', 'Last heard of', '']} cellClass={CELL}>
          {devices.map(({ id, name, enrolledAtMs, enrolledById, seenAtMs }) => (
            <tr key={id}>
              <td className={`${CELL} font-semibold break-words`}>
                {name}
                {id === deviceId && <span className="block text-sm font-normal text-soft">this one</span>}
              </td>
              <td className={CELL}>
                <Moment atMs={enrolledAtMs} as="day" />, {nameOf(enrolledById)}
              </td>
              <td className={CELL}>
                <Moment atMs={seenAtMs} />
              </td>
              <td className={`${CELL} text-right`}>
                <Button tone="quiet" onClick={() => void takeOut(id)} aria-label={`Take ${name} out`}>
                  Take out
                </Button>
              </td>
            </tr>
          ))}
        </ListTable>
      </div>
    </section>
  );
}

function ShownCode({ code, goodUntilMs }: Code) {
  return (
    <div role="status" className="sheet grid gap-1 p-5 text-center">
      <p className="text-soft">
        On the other device open this address, choose <em>Make this a bench</em>, and type
      </p>
      <p className="figures text-5xl font-semibold tracking-[0.2em]">
        {code.slice(0, 4)} {code.slice(4)}
      </p>
      <p className="text-soft">
        It works once, until <Moment atMs={goodUntilMs} as="time" />.
      </p>
    </div>
  );
}
