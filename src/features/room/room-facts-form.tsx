'use client';

import { useState } from 'react';
import { USUAL_EQUALISE_DAYS } from '@/core/charging/equalising';
import type { RoomView } from '@/core/exchange/room-views';
import type { Problem } from '@/core/quantity/result';
import type { RoomHours } from '@/core/room/room-facts';
import { problemsOf, send } from '@/ui/api';
import { INPUT } from '@/ui/field';
import { FormDialog } from '@/ui/form-dialog';
import { useSite } from '@/ui/site';
import { Tick } from '@/ui/tick';
import { TypedField } from '@/ui/typed-field';
import { typedNumber } from '@/ui/typed-number';

const DAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'] as const;

/** Hours of a day as they are typed; nothing where nobody is there. */
interface TypedDay {
  readonly from: string;
  readonly to: string;
}

/** When somebody is there, what the wires bear, what the fan moves, and what electricity costs. */
export function RoomFactsForm({ view, onClose }: { readonly view: RoomView; readonly onClose: () => void }) {
  const { whoIsHere, currency } = useSite();
  const { facts, revision, circuits } = view;
  const [days, setDays] = useState<readonly TypedDay[]>(() =>
    DAYS.map((_, at) => typedDay(facts.hours, at + 1)),
  );
  const [nights, setNights] = useState(facts.hours.some(({ onCall }) => onCall));
  const names = [
    ...new Set([...circuits.map(({ name }) => name), ...facts.circuits.map(({ name }) => name)]),
  ];
  const [amps, setAmps] = useState<Readonly<Record<string, string>>>(() =>
    Object.fromEntries(facts.circuits.map((one) => [one.name, String(one.amps)])),
  );
  const [air, setAir] = useState(facts.airPerHour === null ? '' : String(facts.airPerHour));
  const [volts, setVolts] = useState(String(facts.mainsVolts));
  const [equalise, setEqualise] = useState(
    String(facts.equaliseEveryDays === undefined ? USUAL_EQUALISE_DAYS : (facts.equaliseEveryDays ?? '')),
  );
  const [price, setPrice] = useState(String(facts.pricePerKwh));
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const [isSending, setSending] = useState(false);
  const keep = async (event: React.FormEvent) => {
    event.preventDefault();
    const technicianId = whoIsHere();
    if (technicianId === null) return;
    const there = days.flatMap((day, at) => hoursOf(day, at + 1));
    const number = (text: string) => typedNumber(text) ?? Number.NaN;
    const said = {
      hours: nights ? [...there, ...aroundOf(there)] : there,
      circuits: names.flatMap((name) =>
        (amps[name] ?? '').trim() === '' ? [] : [{ name, amps: number(amps[name] ?? '') }],
      ),
      airPerHour: air.trim() === '' ? null : number(air),
      mainsVolts: number(volts),
      equaliseEveryDays: equalise.trim() === '' ? null : number(equalise),
      pricePerKwh: number(price),
    };
    setSending(true);
    const wrong = problemsOf(
      await send('/api/room', { technicianId, facts: said, seenRevision: revision }, { method: 'PUT' }),
    );
    setSending(false);
    setProblems(wrong);
    if (wrong.length === 0) onClose();
  };
  return (
    <FormDialog
      title="Hours, wires, air"
      keep="Save"
      isSending={isSending}
      problems={problems}
      onSend={(event) => void keep(event)}
      onClose={onClose}
    >
      <HoursFields days={days} onDays={setDays} nights={nights} onNights={setNights} />
      <div className="grid gap-4 sm:grid-cols-2">
        {names.map((name) => (
          <Figure
            key={name}
            label={`Circuit ${name} bears, A`}
            hint="Of the mains. Nothing where it is not known."
            value={amps[name] ?? ''}
            onType={(text) => setAmps({ ...amps, [name]: text })}
          />
        ))}
        <Figure
          label="The fan moves, m³/h"
          hint="Nothing where it is not known."
          value={air}
          onType={setAir}
        />
        <Figure
          label="Equalise every so many days"
          hint="Those that are cycled deeply and open. Nothing: never by schedule."
          value={equalise}
          onType={setEqualise}
        />
        <Figure label="Mains, V" value={volts} onType={setVolts} />
        <Figure label={`A kilowatt-hour costs, ${currency}`} value={price} onType={setPrice} />
      </div>
    </FormDialog>
  );
}

/** When somebody is there, day by day, and whether somebody can be called otherwise. */
function HoursFields({
  days,
  onDays,
  nights,
  onNights,
}: {
  readonly days: readonly TypedDay[];
  readonly onDays: (days: readonly TypedDay[]) => void;
  readonly nights: boolean;
  readonly onNights: (nights: boolean) => void;
}) {
  return (
    <fieldset className="grid gap-1">
      <legend className="heading">Somebody is there to change over</legend>
      {DAYS.map((name, at) => (
        <div key={name} className="grid grid-cols-[8rem_1fr_1fr] items-center gap-3">
          <span>{name}</span>
          {(['from', 'to'] as const).map((end) => (
            <input
              key={end}
              type="time"
              aria-label={`${name}, ${end}`}
              className={INPUT}
              value={days[at]?.[end] ?? ''}
              onChange={({ target }) =>
                onDays(days.map((day, place) => (place === at ? { ...day, [end]: target.value } : day)))
              }
            />
          ))}
        </div>
      ))}
      <Tick checked={nights} onChange={onNights}>
        Outside these hours somebody can be called
      </Tick>
    </fieldset>
  );
}

const Figure = (field: React.ComponentProps<typeof TypedField>) => (
  <TypedField {...field} inputMode="decimal" maxLength={10} />
);

const clock = (minute: number) =>
  `${String(Math.floor(minute / 60)).padStart(2, '0')}:${String(minute % 60).padStart(2, '0')}`;

const MINUTES_A_DAY = 1440;

function typedDay(hours: readonly RoomHours[], day: number): TypedDay {
  const one = hours.find((other) => other.day === day && !other.onCall);
  if (!one) return { from: '', to: '' };
  return { from: clock(one.fromMinute), to: one.toMinute === MINUTES_A_DAY ? '23:59' : clock(one.toMinute) };
}

function hoursOf({ from, to }: TypedDay, day: number): RoomHours[] {
  const minute = (text: string) => {
    const [hours = Number.NaN, minutes = Number.NaN] = text.split(':').map(Number);
    return 60 * hours + minutes;
  };
  if (from === '' && to === '') return [];
  return [{ day, fromMinute: minute(from), toMinute: minute(to), onCall: false }];
}

/** The hours around those in which somebody is there. */
function aroundOf(there: readonly RoomHours[]): RoomHours[] {
  return DAYS.flatMap((_, at): RoomHours[] => {
    const day = at + 1;
    const one = there.find((other) => other.day === day);
    const around = one
      ? [
          [0, one.fromMinute],
          [one.toMinute, MINUTES_A_DAY],
        ]
      : [[0, MINUTES_A_DAY]];
    return around.flatMap(([from = 0, to = 0]) =>
      to > from ? [{ day, fromMinute: from, toMinute: to, onCall: true }] : [],
    );
  });
}
