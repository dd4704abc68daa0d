'use client';

import { TriangleAlert } from 'lucide-react';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { uuidv7 } from 'uuidv7';
import type { VehicleSlot, VehicleStory } from '@/core/exchange/views';
import { dayWords } from '@/core/quantity/day';
import { formatQuantity } from '@/core/quantity/format';
import type { Problem } from '@/core/quantity/result';
import { CAUSE_LABELS, chanceWords } from '@/core/vehicle/cause';
import { ENGINE_FACTS } from '@/core/vehicle/engine';
import { REGULATORS, STARTING_PREVENTED_BY, VEHICLE_CLASSES } from '@/core/vehicle/vehicle';
import { problemsOf, send } from '@/ui/api';
import { Button, buttonClass } from '@/ui/button';
import { Moment } from '@/ui/moment';
import { Problems } from '@/ui/problems';
import { useSite, useTechnicianName } from '@/ui/site';
import { VerdictLabel } from '@/ui/verdict-label';
import { FitBattery } from './fit-battery';
import { SetDrawing } from './set-drawing';

/** A vehicle's whole story: what it is, what it carries and carried, what its checks came to. */
export function VehicleScreen({ story }: { readonly story: VehicleStory }) {
  const { vehicle, slots, checks, cautions } = story;
  const held = slots.filter(({ toOn }) => toOn === null);
  const past = slots.filter(({ toOn }) => toOn !== null);
  const open = checks.find(({ finishedAtMs }) => finishedAtMs === null);
  return (
    <main className="print-list mx-auto grid max-w-7xl gap-5 px-4 py-5">
      <div className="flex flex-wrap items-end gap-x-6 gap-y-3">
        <div className="mr-auto min-w-0">
          <h1 className="text-3xl font-bold break-words">{vehicle.name}</h1>
          <p className="text-lg text-soft">
            {[VEHICLE_CLASSES[vehicle.class], vehicle.site].filter((part) => part !== '').join(' · ')}
          </p>
        </div>
        <Link href={`/vehicles/${vehicle.id}/edit`} className={buttonClass('quiet')}>
          Correct what is known
        </Link>
        {open ? (
          <Link href={`/checks/${open.runId}`} className={buttonClass('main', true)}>
            Go on with its check
          </Link>
        ) : (
          <StartCheck vehicleId={vehicle.id} />
        )}
      </div>
      {cautions.length > 0 && (
        <ul aria-label="Open cautions" className="grid gap-2">
          {cautions.map(({ cause, text, runId, sinceMs }) => (
            <li
              key={cause}
              className="flex flex-wrap items-center gap-x-3 border-l-4 border-warn bg-warn-wash px-3 py-2 text-warn"
            >
              <TriangleAlert size={20} aria-hidden="true" />
              <span className="font-semibold">{text}</span>
              <Link href={`/checks/${runId}`} className="text-sm underline underline-offset-4">
                since <Moment atMs={sinceMs} as="day" />; a later check that clears it closes this
              </Link>
            </li>
          ))}
        </ul>
      )}
      <div className="grid items-start gap-5 lg:grid-cols-[minmax(0,1fr)_minmax(0,1.7fr)]">
        <Facts story={story} />
        <section aria-label="Batteries" className="sheet grid gap-4 p-4">
          <h2 className="heading">What it carries</h2>
          <SetDrawing slots={held} joined={vehicle.joined ?? null} />
          {held.length === 0 ? (
            <p className="text-soft">No battery is noted in it.</p>
          ) : (
            <ul className="divide-y border-y">
              {held.map((slot) => (
                <Sitting key={slot.id} slot={slot} today={story.today} />
              ))}
            </ul>
          )}
          <details>
            <summary className="min-h-11 cursor-pointer py-2 font-semibold">Fit a battery</summary>
            <FitBattery story={story} />
          </details>
          {past.length > 0 && <Past slots={past} />}
        </section>
      </div>
      <Checks story={story} />
    </main>
  );
}

function StartCheck({ vehicleId }: { readonly vehicleId: string }) {
  const router = useRouter();
  const { whoIsHere } = useSite();
  const [id] = useState(uuidv7);
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const start = async () => {
    const technicianId = whoIsHere();
    if (technicianId === null) return;
    const reply = await send<{ id: string }>('/api/checks', { id, vehicleId, technicianId });
    setProblems(problemsOf(reply));
    if (!('unreachable' in reply) && reply.ok) router.push(`/checks/${reply.value.id}`);
  };
  return (
    <div className="grid gap-2">
      <Button tone="main" large onClick={start}>
        Start a check
      </Button>
      <Problems problems={problems} />
    </div>
  );
}

function Facts({ story: { vehicle } }: { readonly story: VehicleStory }) {
  const { engine, cylinders, systemVolts, alternatorAmps, regulator, preventedBy } = vehicle;
  const span =
    vehicle.ownVoltsFrom != null && vehicle.ownVoltsTo != null
      ? `${vehicle.ownVoltsFrom} to ${vehicle.ownVoltsTo} V`
      : '–';
  const facts: readonly (readonly [string, string])[] = [
    ['Engine', engine ? ENGINE_FACTS[engine].label : '–'],
    ['Cylinders', cylinders == null ? '–' : String(cylinders)],
    ['System', systemVolts == null ? '12 V, not noted' : `${systemVolts} V`],
    ['Alternator', alternatorAmps == null ? '–' : formatQuantity(alternatorAmps, 'A')],
    ['Regulator', regulator ? REGULATORS[regulator] : '–'],
    ['Maker’s voltage', span],
    ['Kept from starting', preventedBy ? STARTING_PREVENTED_BY[preventedBy] : '–'],
    ['Note', vehicle.note || '–'],
  ];
  return (
    <section aria-label="What it is" className="sheet p-4">
      <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1.5">
        {facts.map(([name, value]) => (
          <div key={name} className="contents">
            <dt className="text-soft">{name}</dt>
            <dd className="break-words">{value}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}

function Sitting({ slot, today }: { readonly slot: VehicleSlot; readonly today: string }) {
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
      <div className="flex flex-wrap items-center gap-x-5 gap-y-1">
        <Link
          href={`/batteries/${slot.battery.id}`}
          className="figures inline-flex min-h-11 items-center font-semibold underline decoration-line-strong underline-offset-4"
        >
          {slot.battery.tag}
        </Link>
        <span>{slot.name}</span>
        <span className="figures text-sm text-soft">since {dayWords(slot.fromOn)}</span>
        <span className="mr-auto">
          {slot.newest ? (
            <VerdictLabel verdict={slot.newest.verdict} />
          ) : (
            <span className="text-soft">not tested</span>
          )}
        </span>
        <Button tone="quiet" onClick={() => takeOut('Shelf')}>
          To the shelf
        </Button>
        <Button tone="quiet" onClick={() => takeOut('Scrap pallet')}>
          To scrap
        </Button>
      </div>
      <Problems problems={problems} />
    </li>
  );
}

function Past({ slots }: { readonly slots: readonly VehicleSlot[] }) {
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

function Checks({ story: { checks } }: { readonly story: VehicleStory }) {
  const nameOf = useTechnicianName();
  return (
    <section aria-label="Checks" className="grid gap-2">
      <h2 className="text-xl font-semibold">Checks</h2>
      {checks.length === 0 ? (
        <p className="text-soft">It has not been checked yet.</p>
      ) : (
        <ul className="sheet divide-y">
          {checks.map(({ runId, startedAtMs, startedById, cause, probability }) => (
            <li key={runId}>
              <Link
                href={`/checks/${runId}`}
                className="grid min-h-14 items-center gap-x-6 gap-y-0.5 px-4 py-2 hover:bg-harbour-wash md:grid-cols-[11rem_minmax(0,1fr)_8rem]"
              >
                <Moment atMs={startedAtMs} />
                <span className="font-semibold">
                  {cause ? (
                    <>
                      {CAUSE_LABELS[cause]}{' '}
                      <span className="figures font-normal text-soft">{chanceWords(probability ?? 0)}</span>
                    </>
                  ) : (
                    'Open'
                  )}
                </span>
                <span className="text-sm text-soft md:text-right">{nameOf(startedById)}</span>
              </Link>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
