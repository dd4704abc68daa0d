'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { uuidv7 } from 'uuidv7';
import { METER_UNITS, type MeterUnit, type Visit } from '@/core/circuit/visit';
import type { VehicleStory } from '@/core/exchange/views';
import { formatQuantity } from '@/core/quantity/format';
import type { Problem } from '@/core/quantity/result';
import { COMPLAINTS, SYMPTOMS, type Symptom } from '@/core/steps/complaint/plans';
import { ActButton } from '@/ui/act-button';
import { problemsOf, send } from '@/ui/api';
import { FormSelect, TextField } from '@/ui/field';
import { Moment } from '@/ui/moment';
import { Problems } from '@/ui/problems';
import { useSite, useTechnicianName, useWords } from '@/ui/site';
import { typedNumber } from '@/ui/typed-number';

/** The visit that the vehicle is on, or the way to take it in. */
export function VisitCard({ story }: { readonly story: VehicleStory }) {
  return story.visit ? <Here visit={story.visit} /> : <TakeIn story={story} />;
}

/** Odometer or hours of a visit in words; null where nobody read it. */
export function meterWords({ meter, meterUnit }: Visit): string | null {
  return meter === null
    ? null
    : `${formatQuantity(meter, '', { decimals: 0 }).trim()} ${METER_UNITS[meterUnit]}`;
}

function Here({ visit }: { readonly visit: Visit }) {
  const router = useRouter();
  const { whoIsHere } = useSite();
  const nameOf = useTechnicianName();
  const words = useWords();
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const { label, pointsAt } = COMPLAINTS[visit.complaint];
  const leave = async () => {
    const technicianId = whoIsHere();
    if (technicianId === null) return;
    const reply = await send<{ id: string }>('/api/visits/leave', {
      id: visit.id,
      technicianId,
      here: false,
    });
    setProblems(problemsOf(reply));
    if (!('unreachable' in reply) && reply.ok) router.refresh();
  };
  return (
    <section
      aria-label="This visit"
      className="sheet flex flex-wrap items-center gap-x-6 gap-y-3 border-l-4 border-l-harbour p-4"
    >
      <div className="mr-auto grid min-w-0 gap-1">
        <h2 className="flex flex-wrap items-baseline gap-x-4 text-xl font-semibold">
          {label}
          {visit.words !== '' && <q className="text-lg font-normal">{visit.words}</q>}
        </h2>
        {pointsAt && <p>{words(pointsAt)}</p>}
        <p className="text-sm text-soft">
          Here since <Moment atMs={visit.arrivedAtMs} />
          {meterWords(visit) && <span className="figures"> · {meterWords(visit)}</span>} · taken in by{' '}
          {nameOf(visit.technicianId)}
        </p>
      </div>
      <ActButton act="register" onClick={leave}>
        It has left
      </ActButton>
      <Problems problems={problems} />
    </section>
  );
}

interface Fields {
  complaint: Symptom;
  words: string;
  meter: string;
  meterUnit: MeterUnit;
}

const COMPLAINT_OPTIONS = SYMPTOMS.map((value) => ({ value, label: COMPLAINTS[value].label }));
const UNIT_OPTIONS = (Object.keys(METER_UNITS) as MeterUnit[]).map((value) => ({
  value,
  label: METER_UNITS[value],
}));

function TakeIn({ story: { vehicle, work } }: { readonly story: VehicleStory }) {
  const router = useRouter();
  const { whoIsHere } = useSite();
  const [id] = useState(uuidv7);
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  // A meter that shows less than before is asked about once: whoever presses again has looked.
  const [asked, setAsked] = useState<string | null>(null);
  const meterUnit = work.visits[0]?.visit.meterUnit ?? 'km';
  const form = useForm<Fields>({ defaultValues: { complaint: 'routine', words: '', meter: '', meterUnit } });
  const takeIn = form.handleSubmit(async (fields) => {
    const technicianId = whoIsHere();
    if (technicianId === null) return;
    const reply = await send<{ id: string }>('/api/visits', {
      id,
      vehicleId: vehicle.id,
      technicianId,
      complaint: fields.complaint,
      words: fields.words,
      meter: typedNumber(fields.meter),
      meterUnit: fields.meterUnit,
      meterIsNew: asked === fields.meter,
    });
    const wrong = problemsOf(reply);
    setProblems(wrong);
    if (wrong.some(({ field }) => field === 'meter')) setAsked(fields.meter);
    if (!('unreachable' in reply) && reply.ok) router.refresh();
  });
  return (
    <details className="sheet px-4">
      <summary className="min-h-12 cursor-pointer py-3 font-semibold">It has come in</summary>
      <form onSubmit={takeIn} noValidate className="grid gap-3 pb-4">
        <div className="grid gap-3 sm:grid-cols-2 lg:grid-cols-[14rem_1fr_10rem_6rem]">
          <FormSelect form={form} name="complaint" label="Complaint" options={COMPLAINT_OPTIONS} />
          <TextField
            label="In the driver’s words"
            registered={{ ...form.register('words'), maxLength: 400 }}
          />
          <TextField
            label="Odometer or hours"
            inputMode="decimal"
            error={form.formState.errors.meter?.message}
            registered={form.register('meter', {
              validate: (text) =>
                !Number.isNaN(typedNumber(text)) || `Found ${text}, expected what the meter shows`,
            })}
          />
          <FormSelect form={form} name="meterUnit" label="In" options={UNIT_OPTIONS} />
        </div>
        <Problems problems={problems} />
        {asked !== null && problems.length > 0 && <p className="text-warn">A new meter? Then press again.</p>}
        <div>
          <ActButton act="register" type="submit" tone="main" large disabled={form.formState.isSubmitting}>
            Take it in
          </ActButton>
        </div>
      </form>
    </details>
  );
}
