'use client';

import { TriangleAlert } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { uuidv7 } from 'uuidv7';
import { batteryTypeLabel } from '@/core/battery/construction';
import type { VehicleStory } from '@/core/exchange/views';
import { formatQuantity } from '@/core/quantity/format';
import type { Problem } from '@/core/quantity/result';
import { ENGINE_FACTS } from '@/core/vehicle/engine';
import { STARTING_PREVENTED_BY } from '@/core/vehicle/starting-prevented';
import { REGULATORS, VEHICLE_CLASSES } from '@/core/vehicle/vehicle';
import { ActButton } from '@/ui/act-button';
import { ActLink } from '@/ui/act-link';
import { problemsOf, send } from '@/ui/api';
import { buttonClass } from '@/ui/button';
import { Link } from '@/ui/link';
import { Moment } from '@/ui/moment';
import { Problems } from '@/ui/problems';
import { useSite } from '@/ui/site';
import { StartsTable } from '../recordings/starts-table';
import { FitBattery } from './fit-battery';
import { SetDrawing } from './set-drawing';
import { Past, Sitting } from './slots-held';
import { VisitCard } from './visit-card';
import { WorkByVisit } from './work-by-visit';

/** A vehicle's whole story: what it is, what it carries and carried, what its checks came to. */
export function VehicleScreen({ story }: { readonly story: VehicleStory }) {
  const { vehicle, slots, openCheckId, cautions } = story;
  const held = slots.filter(({ toOn }) => toOn === null);
  const past = slots.filter(({ toOn }) => toOn !== null);
  return (
    <main className="print-list mx-auto grid max-w-7xl gap-5 px-4 py-5">
      <div className="flex flex-wrap items-end gap-x-6 gap-y-3">
        <div className="mr-auto min-w-0">
          <h1 className="text-3xl font-bold break-words">{vehicle.name}</h1>
          <p className="text-lg text-soft">
            {[VEHICLE_CLASSES[vehicle.class], vehicle.site].filter((part) => part !== '').join(' · ')}
          </p>
        </div>
        <Link href={`/journal?about=${vehicle.id}`} className={buttonClass('quiet')}>
          Journal
        </Link>
        <ActLink act="register" href={`/vehicles/${vehicle.id}/edit`} tone="quiet">
          Correct what is known
        </ActLink>
        {openCheckId ? (
          <Link href={`/checks/${openCheckId}`} className={buttonClass('main', true)}>
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
      <VisitCard story={story} />
      <div className="grid items-start gap-5 lg:grid-cols-[minmax(0,1fr)_minmax(0,1.7fr)]">
        <Facts story={story} />
        <section aria-label="Batteries" className="sheet grid gap-4 p-4">
          <h2 className="heading">What it carries</h2>
          <SetDrawing slots={held} joined={vehicle.joined ?? null} />
          {story.set && (
            <p className="border-l-4 border-warn bg-warn-wash px-3 py-2 text-warn">{story.set}</p>
          )}
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
      <Recordings story={story} />
      <WorkByVisit story={story} />
    </main>
  );
}

/** Starts that were recorded on it, and a way to bring one in. */
function Recordings({ story: { vehicle, recordings } }: { readonly story: VehicleStory }) {
  if (vehicle.engine === 'none') return null;
  return (
    <section aria-labelledby="recordings" className="grid gap-3">
      <div className="flex flex-wrap items-center justify-between gap-3">
        <h2 id="recordings" className="text-xl font-semibold">
          Recorded starts
        </h2>
        <ActLink act="work" href={`/recordings/new?vehicle=${vehicle.id}`}>
          Bring in a recording
        </ActLink>
      </div>
      {recordings.length === 0 ? (
        <p className="text-soft">
          None yet. A recorder at the posts says in three seconds what a dozen readings say in ten minutes.
        </p>
      ) : (
        <StartsTable recordings={recordings} />
      )}
    </section>
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
      <ActButton act="work" tone="main" large onClick={start}>
        Start a check
      </ActButton>
      <Problems problems={problems} />
    </div>
  );
}

/** Construction and rating that its places ask for. */
function needsWords(needs: VehicleStory['vehicle']['needs']): string {
  const asked = [
    needs?.type ? batteryTypeLabel(needs.type) : null,
    needs?.rating ? `${formatQuantity(needs.rating.amps, 'A')} ${needs.rating.standard}` : null,
  ].filter((part) => part !== null);
  return asked.length > 0 ? asked.join(', ') : '–';
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
    ['Batteries it asks for', needsWords(vehicle.needs)],
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
