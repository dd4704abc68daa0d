import { useContext, useEffect, useRef, useState } from 'react';
import type { Problem } from '@/core/quantity/result';
import { useSite } from '@/ui/site';
import { useLiveFields } from './live/live-fields';
import { nextAct } from './next-act';
import { type Doubt, type NumberField, readFields, shownValue } from './number-fields';
import { type PadKey, typedOn } from './number-pad';
import type { Capture, StageProps } from './stages/stage-props';
import { DraftPlace, keepTexts, keptTexts } from './typed-draft';

type Values<Name extends string> = Readonly<Record<Name, number | null>>;

/** What the fields of a step stand in, and what is done with what they hold. */
export interface EntryOf<Name extends string> {
  readonly fields: readonly NumberField<Name>[];
  readonly nominalVolts: number;
  readonly manyAlike: boolean;
  readonly capture: Capture;
  readonly onCapture: (
    values: Values<Name>,
    instrument: string | null,
    capture: Capture,
  ) => readonly Problem[];
  readonly onTyping: StageProps['onTyping'];
  readonly focusField: (name: Name) => void;
}

/** The fields of a step as they are typed, on keys, on the pad or live, and what the main key does with them. */
export function useTypedFields<Name extends string>(entry: EntryOf<Name>) {
  const { fields, nominalVolts, manyAlike, capture, onCapture, onTyping, focusField } = entry;
  const { temperatureUnit } = useSite();
  const [typed, setTexts] = useState(() => initialTexts(fields, temperatureUnit));
  const live = useLiveFields(fields, temperatureUnit);
  const texts = { ...typed, ...live.texts };
  const [active, setActive] = useState(fields[0]?.name);
  const [confirmed, setConfirmed] = useState<ReadonlySet<string>>(new Set());
  const [touched, setTouched] = useState<ReadonlySet<Name>>(new Set());
  const [asked, setAsked] = useState<Doubt | null>(null);
  const [tried, setTried] = useState(false);
  const [offered, setOffered] = useState<Name | null>(null);
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const place = useContext(DraftPlace);
  const [takenUp, setTakenUp] = useState(false);
  useOnceInBrowser(() => {
    const kept = place === null ? {} : keptTexts(place, fields, temperatureUnit);
    const names = fields.flatMap(({ name }) => (name in kept ? [name] : []));
    if (names.length === 0) return;
    live.leave(...names);
    setTouched(new Set(names));
    setTexts({ ...typed, ...kept });
    setTakenUp(true);
  });
  const readIn = (some: Readonly<Record<Name, string>>, unit = temperatureUnit) =>
    readFields(fields, some, nominalVolts, unit, confirmed);
  const unitAtStart = useRef(temperatureUnit);
  if (unitAtStart.current !== temperatureUnit) {
    // The unit was switched while typing: what was typed is carried over, not reread in the other unit.
    const { values } = readIn(texts, unitAtStart.current);
    unitAtStart.current = temperatureUnit;
    setTexts(inUnit(fields, texts, values, temperatureUnit));
  }
  const read = readIn(texts);

  const type = (name: Name, text: string) => {
    const changed = { ...texts, [name]: text };
    live.leave(name);
    const nowTouched = new Set([...touched, name]);
    setTouched(nowTouched);
    setTakenUp(false);
    if (place !== null) keepTexts(place, pickedOf(changed, nowTouched), temperatureUnit);
    setTexts(changed);
    const { values, complaints } = readIn(changed);
    const whole = Object.keys(complaints).length === 0;
    onTyping(whole ? (tried) => onCapture(values, null, tried) : null);
    setAsked(null);
    setProblems([]);
  };
  const onPad = (key: PadKey) => {
    if (active === undefined) return;
    // As on a keyboard, the first key replaces what stands there by itself: a live value, or one to begin with.
    const replaces = key !== 'sign' && (live.texts[active] !== undefined || !touched.has(active));
    type(active, typedOn(replaces ? '' : texts[active], key));
  };
  const tryCapture = (stoodBy: Doubt | null = null) => {
    const act = nextAct(fields, texts, read, { manyAlike, tried, offered, stoodBy });
    if (act.kind !== 'go_to') setTried(true);
    switch (act.kind) {
      case 'go_to':
      case 'complain':
        return focusField(act.name);
      case 'ask':
        return setAsked(act.doubt);
      case 'offer':
        setOffered(act.name);
        return focusField(act.name);
      case 'capture':
        setAsked(null);
        return take();
    }
  };
  const take = () => {
    const wrong = onCapture(read.values, live.instrument, capture);
    if (wrong.length === 0 && place !== null) keepTexts(place, {}, temperatureUnit);
    setProblems(wrong);
  };
  const standBy = (stoodBy: Doubt) => {
    setConfirmed(new Set([...confirmed, `${stoodBy.name} ${stoodBy.text}`]));
    tryCapture(stoodBy);
  };
  return {
    texts,
    values: read.values,
    active,
    setActive,
    asked,
    problems,
    live,
    takenUp,
    type,
    onPad,
    tryCapture,
    standBy,
    complaintOf: (name: Name) => (tried ? read.complaints[name] : undefined),
    isOffered: (name: Name) => offered === name && texts[name] === '',
  };
}

/** Only the browser knows what was typed before: the server has drawn the fields as they begin. */
function useOnceInBrowser(act: () => void): void {
  const latest = useRef(act);
  latest.current = act;
  useEffect(() => latest.current(), []);
}

function initialTexts<Name extends string>(
  fields: readonly NumberField<Name>[],
  unit: '°C' | '°F',
): Record<Name, string> {
  return Object.fromEntries(
    fields.map((field) => [field.name, shownValue(field, field.initial, unit)]),
  ) as Record<Name, string>;
}

/** The texts of the fields that were typed in: what the others began with is no entry. */
function pickedOf<Name extends string>(
  texts: Readonly<Record<Name, string>>,
  names: ReadonlySet<Name>,
): Record<string, string> {
  return Object.fromEntries([...names].map((name) => [name, texts[name]]));
}

function inUnit<Name extends string>(
  fields: readonly NumberField<Name>[],
  texts: Readonly<Record<Name, string>>,
  values: Readonly<Record<Name, number | null>>,
  unit: '°C' | '°F',
): Record<Name, string> {
  const shown = fields.map((field) => {
    const value = values[field.name];
    const convertible = field.quantity === 'temperatureC' && value !== null && !Number.isNaN(value);
    return [field.name, convertible ? shownValue(field, value, unit) : texts[field.name]];
  });
  return Object.fromEntries(shown) as Record<Name, string>;
}
