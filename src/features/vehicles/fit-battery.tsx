'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { uuidv7 } from 'uuidv7';
import { specOf } from '@/core/battery/battery';
import { fitQuestion } from '@/core/battery/slot-fit';
import type { BatteryRecord, FoundBattery, VehicleSlot, VehicleStory } from '@/core/exchange/views';
import { readDay } from '@/core/quantity/read-day';
import { type Problem, problem } from '@/core/quantity/result';
import { FITTING_CAUTION } from '@/core/vehicle/check-cautions';
import { ActButton } from '@/ui/act-button';
import { fetchAnswer, problemsOf, send } from '@/ui/api';
import { CautionText } from '@/ui/caution';
import { Choices } from '@/ui/choices';
import { Field, INPUT } from '@/ui/field';
import { Problems } from '@/ui/problems';
import { useSite } from '@/ui/site';

/** Puts a battery into a place of the vehicle: whoever held it leaves it that day. */
export function FitBattery({ story }: { readonly story: VehicleStory }) {
  const { vehicle, slots } = story;
  const [tag, setTag] = useState('');
  const [name, setName] = useState(slots.find(({ toOn }) => toOn === null)?.name ?? '');
  const [day, setDay] = useState(story.today);
  const [oldPlace, setOldPlace] = useState<OldPlace>('Scrap pallet');
  const leaving = slots.find((slot) => slot.toOn === null && slot.name === name.trim());
  const { putIn, problems, fitted, question } = useFitting(story, { tag, name, day, oldPlace, leaving }, () =>
    setTag(''),
  );
  return (
    <form
      className="grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        void putIn();
      }}
    >
      <CautionText text={FITTING_CAUTION} place={`fit ${vehicle.id}`} />
      <div className="grid gap-3 sm:grid-cols-[1fr_1fr_10rem]">
        <Field label="Battery, by its tag">
          {(control) => (
            <input
              {...control}
              value={tag}
              onChange={({ target }) => setTag(target.value)}
              autoComplete="off"
              className={`figures ${INPUT}`}
            />
          )}
        </Field>
        <Field label="Place in the vehicle" hint="Empty where it has one only">
          {(control) => (
            <input
              {...control}
              value={name}
              onChange={({ target }) => setName(target.value)}
              maxLength={80}
              className={INPUT}
            />
          )}
        </Field>
        <Field label="Day">
          {(control) => (
            <input
              {...control}
              value={day}
              onChange={({ target }) => setDay(target.value)}
              className={`figures ${INPUT}`}
            />
          )}
        </Field>
      </div>
      {leaving && (
        <Choices
          legend={`${leaving.battery.tag}, which sits there, goes to`}
          name="old-place"
          choices={OLD_PLACES}
          chosen={oldPlace}
          onChoose={setOldPlace}
        />
      )}
      <Problems problems={problems} />
      {question !== null && (
        <p role="alert" className="text-warn">
          {question} Same construction and rating, or a reason.
        </p>
      )}
      <div className="flex flex-wrap items-center gap-3">
        <ActButton act="register" type="submit" disabled={tag.trim() === ''}>
          {question === null ? 'Fit it' : 'Fit it all the same'}
        </ActButton>
        {fitted && (
          <p role="status" className="text-soft">
            {fitted} sits in {vehicle.name} now. Read its charging and its draw with it.
          </p>
        )}
      </div>
    </form>
  );
}

interface Asked {
  readonly tag: string;
  readonly name: string;
  readonly day: string;
  readonly oldPlace: OldPlace;
  /** What sits there now. */
  readonly leaving: VehicleSlot | undefined;
}

/** Finds the battery, asks once about what speaks against it there, and moves it in. */
function useFitting(
  { vehicle }: VehicleStory,
  { tag, name, day, oldPlace, leaving }: Asked,
  onFitted: () => void,
) {
  const router = useRouter();
  const { whoIsHere } = useSite();
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const [fitted, setFitted] = useState<string | null>(null);
  const [question, setQuestion] = useState<string | null>(null);
  const putIn = async () => {
    const technicianId = whoIsHere();
    if (technicianId === null) return;
    const onDay = readDay(day);
    if (onDay === null) return setProblems([problem('day', day, 'a day, such as 31 Jan 2026')]);
    const found = await fetchAnswer<FoundBattery>(`/api/batteries/find?${new URLSearchParams({ tag })}`);
    if ('unreachable' in found || !found.ok) return setProblems(problemsOf(found));
    const battery = found.value.exact?.battery;
    if (!battery) return setProblems([problem('tag', tag, 'the tag of a registered battery')]);
    const doubt = doubtOf(battery, vehicle, leaving);
    // Asked once: whoever presses again has read it.
    if (doubt !== null && doubt !== question) return setQuestion(doubt);
    setQuestion(null);
    const to = { slotId: uuidv7(), vehicleId: vehicle.id, name: name.trim(), oldPlace };
    const reply = await send<{ id: string }>('/api/vehicles/move', {
      technicianId,
      batteryId: battery.id,
      onDay,
      to,
    });
    setProblems(problemsOf(reply));
    if ('unreachable' in reply || !reply.ok) return;
    setFitted(battery.tag);
    onFitted();
    router.refresh();
  };
  return { putIn, problems, fitted, question };
}

type OldPlace = 'Scrap pallet' | 'Shelf';
const OLD_PLACES = [
  { value: 'Scrap pallet', label: 'Scrap' },
  { value: 'Shelf', label: 'The shelf' },
] as const;

/** What speaks against this battery in this place; null where nothing does, or where nobody can tell. */
function doubtOf(
  battery: BatteryRecord,
  { needs = null }: VehicleStory['vehicle'],
  leaving: VehicleSlot | undefined,
): string | null {
  const spec = specOf(battery);
  if (!spec) return 'It is no lead-acid battery.';
  return fitQuestion(spec, needs, (leaving && specOf(leaving.battery)) ?? null);
}
