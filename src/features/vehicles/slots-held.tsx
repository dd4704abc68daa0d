'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { VehicleSlot } from '@/core/exchange/views';
import { dayWords } from '@/core/quantity/day';
import type { Problem } from '@/core/quantity/result';
import { ActButton } from '@/ui/act-button';
import { problemsOf, send } from '@/ui/api';
import { Link } from '@/ui/link';
import { Problems } from '@/ui/problems';
import { useSite } from '@/ui/site';
import { StartRun } from '@/ui/start-run';
import { VerdictLabel } from '@/ui/verdict-label';

/** A battery that sits in the vehicle: how it stands, its test from here, and the way out. */
export function Sitting({ slot, today }: { readonly slot: VehicleSlot; readonly today: string }) {
  const router = useRouter();
  const { whoIsHere } = useSite();
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const takeOut = async (place: string) => {
    const technicianId = whoIsHere();
    if (technicianId === null) return;
    const body = { technicianId, batteryId: slot.battery.id, onDay: today, to: { place } };
    const reply = await send<{ id: string }>('/api/vehicles/move', body);
    setProblems(problemsOf(reply));
    if (!('unreachable' in reply) && reply.ok) router.refresh();
  };
  return (
    <li className="grid gap-2 py-2">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <Link
          href={`/batteries/${slot.battery.id}`}
          className="figures inline-flex min-h-11 items-center font-semibold underline decoration-line-strong underline-offset-4"
        >
          {slot.battery.tag}
        </Link>
        {slot.name && <span>{slot.name}</span>}
        <span className="figures text-sm text-soft">since {dayWords(slot.fromOn)}</span>
        <span className="mr-auto">
          {slot.newest ? (
            <VerdictLabel verdict={slot.newest.verdict} />
          ) : (
            <span className="text-soft">not tested</span>
          )}
        </span>
        <span className="flex items-center gap-1">
          <StartRun batteryId={slot.battery.id} label="Test it" />
          <ActButton act="register" tone="quiet" onClick={() => takeOut('Shelf')}>
            To the shelf
          </ActButton>
          <ActButton act="register" tone="quiet" onClick={() => takeOut('Scrap pallet')}>
            To scrap
          </ActButton>
        </span>
      </div>
      <Problems problems={problems} />
    </li>
  );
}

/** What it carried before. */
export function Past({ slots }: { readonly slots: readonly VehicleSlot[] }) {
  return (
    <details>
      <summary className="min-h-11 cursor-pointer py-2 font-semibold">
        What it carried before <span className="figures font-normal text-soft">{slots.length}</span>
      </summary>
      <ul className="divide-y">
        {slots.map(({ id, name, fromOn, toOn, battery }) => (
          <li key={id} className="flex flex-wrap gap-x-4 py-1.5">
            <Link href={`/batteries/${battery.id}`} className="figures underline underline-offset-4">
              {battery.tag}
            </Link>
            <span>{name}</span>
            <span className="figures text-sm text-soft">
              {dayWords(fromOn)} to {toOn && dayWords(toOn)}
            </span>
          </li>
        ))}
      </ul>
    </details>
  );
}
