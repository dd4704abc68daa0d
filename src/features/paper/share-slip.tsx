'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { SharedAddress } from '@/core/exchange/people-views';
import type { Problem } from '@/core/quantity/result';
import { problemsOf, send } from '@/ui/api';
import { Button } from '@/ui/button';
import { INPUT } from '@/ui/field';
import { Moment } from '@/ui/moment';
import { Problems } from '@/ui/problems';
import { Select } from '@/ui/select';
import { useBarred, useSite, useTechnicianName } from '@/ui/site';

const DAYS = [
  { value: '7', label: 'a week' },
  { value: '30', label: '30 days' },
  { value: '90', label: '90 days' },
  { value: '365', label: 'a year' },
] as const;

/** An address of its own for a customer, which shows this slip for a time and nothing else; and an end to it. */
export function ShareSlip({
  runId,
  shares,
}: {
  readonly runId: string;
  readonly shares: readonly SharedAddress[];
}) {
  const router = useRouter();
  const nameOf = useTechnicianName();
  const { whoIsHere } = useSite();
  const barred = useBarred('share');
  const [days, setDays] = useState<(typeof DAYS)[number]['value']>('30');
  const [address, setAddress] = useState<string | null>(null);
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const asWho = async (work: (technicianId: string) => Promise<void>) => {
    const technicianId = whoIsHere();
    if (technicianId !== null) await work(technicianId);
  };
  const share = () =>
    asWho(async (technicianId) => {
      const body = { technicianId, days: Number(days) };
      const reply = await send<{ path: string }>(`/api/runs/${runId}/share`, body);
      setProblems(problemsOf(reply));
      if ('unreachable' in reply || !reply.ok) return;
      setAddress(new URL(reply.value.path, window.location.href).href);
      router.refresh();
    });
  const takeBack = (shareId: string) =>
    asWho(async (technicianId) => {
      const body = { technicianId, shareId };
      setProblems(problemsOf(await send(`/api/runs/${runId}/share`, body, { method: 'DELETE' })));
      setAddress(null);
      router.refresh();
    });
  return (
    <details className="no-print sheet p-4" open={address !== null || undefined}>
      <summary className="cursor-pointer font-semibold">
        Share with the customer{shares.length > 0 && <span className="figures"> · {shares.length}</span>}
      </summary>
      <div className="mt-3 grid gap-3">
        {barred ? (
          <p className="text-soft">{barred}</p>
        ) : (
          <div className="flex flex-wrap items-end gap-3">
            <div className="w-40">
              <Select label="For" value={days} options={DAYS} onChoose={setDays} />
            </div>
            <Button onClick={() => void share()}>Make an address</Button>
          </div>
        )}
        {address && (
          <label className="grid gap-1">
            <span className="heading">Hand this on; it is shown once</span>
            <input
              readOnly
              value={address}
              onFocus={(event) => event.target.select()}
              className={`${INPUT} figures`}
            />
          </label>
        )}
        <Problems problems={problems} />
        <ul className="grid gap-1">
          {shares.map(({ id, madeById, madeAtMs, untilMs }) => (
            <li key={id} className="flex flex-wrap items-center gap-3 text-soft">
              <span>
                Since <Moment atMs={madeAtMs} as="day" /> by {nameOf(madeById)}, until{' '}
                <Moment atMs={untilMs} as="day" />
              </span>
              <Button tone="quiet" onClick={() => void takeBack(id)}>
                Take back
              </Button>
            </li>
          ))}
        </ul>
      </div>
    </details>
  );
}
