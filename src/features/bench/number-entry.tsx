'use client';

import { clsx } from 'clsx';
import { useContext, useEffect, useId, useRef, useState } from 'react';
import type { Problem } from '@/core/quantity/result';
import { Button } from '@/ui/button';
import { KeyBar, STAGE_COLUMN } from '@/ui/key-bar';
import { Problems } from '@/ui/problems';
import { useSite } from '@/ui/site';
import { LiveMark, type LiveState, useLiveFields } from './live/live-fields';
import { MeterKeys } from './live/meter-keys';
import { type Doubt, emptyWords, type NumberField, readFields, shownValue } from './number-fields';
import { NumberPad, type PadKey, typedOn } from './number-pad';
import { StageMargins } from './stage-margins';

interface Props<Name extends string> {
  /** The first field is the reading itself, shown huge; the others stand beneath it. */
  readonly fields: readonly NumberField<Name>[];
  readonly nominalVolts: number;
  readonly captureLabel: string;
  /** Takes the values; answers what is wrong with them, if anything. */
  readonly onCapture: (
    values: Readonly<Record<Name, number | null>>,
    /** The instrument that the reading stands on as it is; null where it was typed. */
    instrument: string | null,
  ) => readonly Problem[];
  /** The picture that makes the reading mean something, drawn anew with every keystroke. */
  readonly picture?: (values: Readonly<Record<Name, number | null>>) => React.ReactNode;
  readonly before?: React.ReactNode;
  /** Capturing starts something: the focus is led to no field of it, so that no stray key does. */
  readonly startsSomething?: boolean;
  /** All fields are alike: none of them is the reading that stands out. */
  readonly manyAlike?: boolean;
  /**
   * Called when something is typed: the stage stays, whatever another tab captures meanwhile. `tryOut` captures the
   * values as they now stand, for whoever wants to see what they would come to; null while they are incomplete.
   */
  readonly onTyping: (tryOut: (() => void) | null) => void;
}

/** Told where a temperature was left empty: what Enter does next. */
const ASSUMED = 'Measure it at a post or the case. Enter once more takes it as assumed.';

/** Small fields that fit beside each other without cutting their figures. */
const MOST_IN_A_ROW = 3;

/** Typed readings: huge numerals, a pad for gloves, one main key, questions before refusals. */
export function NumberEntry<Name extends string>({
  fields,
  nominalVolts,
  captureLabel,
  onCapture,
  picture,
  before,
  startsSomething = false,
  manyAlike = false,
  onTyping,
}: Props<Name>) {
  const { temperatureUnit } = useSite();
  const margins = useContext(StageMargins);
  const form = useRef<HTMLFormElement>(null);
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
  useEffect(() => {
    form.current?.querySelector<HTMLInputElement>('[data-first]')?.focus({ preventScroll: true });
  }, []);
  const unitAtStart = useRef(temperatureUnit);
  if (unitAtStart.current !== temperatureUnit) {
    // The unit was switched while typing: what was typed is carried over, not reread in the other unit.
    const read = readFields(fields, texts, nominalVolts, unitAtStart.current, confirmed);
    unitAtStart.current = temperatureUnit;
    setTexts(inUnit(fields, texts, read.values, temperatureUnit));
  }
  const { values, complaints, doubt } = readFields(fields, texts, nominalVolts, temperatureUnit, confirmed);

  const type = (name: Name, text: string) => {
    const changed = { ...texts, [name]: text };
    live.leave(name);
    setTouched(new Set([...touched, name]));
    setTexts(changed);
    const read = readFields(fields, changed, nominalVolts, temperatureUnit, confirmed);
    const whole = Object.keys(read.complaints).length === 0;
    onTyping(whole ? () => onCapture(read.values, null) : null);
    setAsked(null);
    setProblems([]);
  };
  const onPad = (key: PadKey) => {
    if (active === undefined) return;
    // As on a keyboard, the first key replaces what stands there by itself: a live value, or one to begin with.
    const replaces = key !== 'sign' && (live.texts[active] !== undefined || !touched.has(active));
    type(active, typedOn(replaces ? '' : texts[active], key));
  };
  const focusField = (name: string) =>
    form.current?.querySelector<HTMLInputElement>(`input[name="${name}"]`)?.focus();
  const tryCapture = (stoodBy: Doubt | null = null) => {
    const empty = manyAlike
      ? fields.find(
          ({ name, emptyMeans, assumes }) =>
            texts[name] === '' && emptyMeans === undefined && assumes === undefined,
        )
      : undefined;
    if (empty && !tried) {
      // Six readings come one after the other: Enter goes on to the next cell.
      focusField(empty.name);
      return;
    }
    setTried(true);
    const missing = fields.find(({ name }) => complaints[name] !== undefined);
    if (missing) {
      focusField(missing.name);
      return;
    }
    if (doubt && doubt.text !== stoodBy?.text) {
      setAsked(doubt);
      return;
    }
    // A temperature that nobody measured is assumed only once it was asked for.
    const unmeasured = fields.find(
      ({ name, assumes }) => assumes !== undefined && texts[name] === '' && name !== offered,
    );
    if (unmeasured) {
      setOffered(unmeasured.name);
      focusField(unmeasured.name);
      return;
    }
    setAsked(null);
    setProblems(onCapture(values, live.instrument));
  };
  const standBy = (stoodBy: Doubt) => {
    setConfirmed(new Set([...confirmed, `${stoodBy.name} ${stoodBy.text}`]));
    tryCapture(stoodBy);
  };

  const numerals = (field: NumberField<Name>, huge: boolean) => (
    <Numerals
      key={field.name}
      field={field}
      huge={huge}
      leads={field === fields[0] && !startsSomething}
      unit={field.quantity === 'temperatureC' ? temperatureUnit : field.unit}
      empty={emptyWords(field, temperatureUnit)}
      text={texts[field.name]}
      complaint={tried ? complaints[field.name] : undefined}
      remark={offered === field.name && texts[field.name] === '' ? ASSUMED : undefined}
      live={live.stateOf(field)}
      onFollow={() => live.follow(field.name)}
      onFocus={() => setActive(field.name)}
      onType={(text) => type(field.name, text)}
      onSpace={() => tryCapture()}
    />
  );
  const first = manyAlike ? undefined : fields[0];
  const small = manyAlike ? fields : fields.slice(1);

  return (
    <form
      ref={form}
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        tryCapture();
      }}
      className={STAGE_COLUMN}
    >
      {before}
      <div className="grid grid-cols-1 items-start gap-x-6 gap-y-3 md:grid-cols-[minmax(0,1fr)_14rem]">
        <div className="grid min-w-0 grid-cols-1 gap-3">
          {first && numerals(first, true)}
          {small.length > 0 && (
            <div
              className={clsx(
                'grid gap-3',
                manyAlike && fields.length > 1
                  ? 'grid-cols-3'
                  : small.length > MOST_IN_A_ROW
                    ? 'grid-cols-2'
                    : 'auto-cols-fr grid-flow-col',
              )}
            >
              {small.map((field) => numerals(field, false))}
            </div>
          )}
          {asked && (
            <Question
              doubt={asked}
              onKeep={() => standBy(asked)}
              onTake={(suggestion) => {
                type(asked.name as Name, suggestion);
                focusField(asked.name);
              }}
            />
          )}
          <Problems problems={problems} />
          {picture?.(values)}
          {margins}
        </div>
        <NumberPad
          onKey={onPad}
          signed={fields.find(({ name }) => name === active)?.quantity === 'temperatureC'}
        />
      </div>
      <KeyBar>
        <Button type="submit" tone="main" large shortcut="Enter">
          {captureLabel}
        </Button>
      </KeyBar>
    </form>
  );
}

function initialTexts<Name extends string>(
  fields: readonly NumberField<Name>[],
  unit: '°C' | '°F',
): Record<Name, string> {
  return Object.fromEntries(
    fields.map((field) => [field.name, shownValue(field, field.initial, unit)]),
  ) as Record<Name, string>;
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

interface NumeralsProps {
  readonly field: NumberField;
  readonly huge: boolean;
  /** The stage starts with the focus here. */
  readonly leads: boolean;
  readonly unit: string;
  /** What an empty field says of itself. */
  readonly empty: string | undefined;
  readonly text: string;
  readonly complaint: string | undefined;
  readonly remark: string | undefined;
  readonly live: LiveState | null;
  readonly onFollow: () => void;
  readonly onFocus: () => void;
  readonly onType: (text: string) => void;
  readonly onSpace: () => void;
}

function Numerals({
  field,
  huge,
  leads,
  unit,
  empty,
  text,
  complaint,
  remark,
  live,
  onFollow,
  onFocus,
  onType,
  onSpace,
}: NumeralsProps) {
  const id = useId();
  return (
    <div className="grid min-w-0 grid-cols-1 content-start">
      <label htmlFor={id} className="heading">
        {field.label}
      </label>
      <span
        className={clsx(
          'flex items-baseline gap-2 rounded-md border-2 bg-sheet px-3 focus-within:border-harbour',
          complaint ? 'border-retire' : 'border-line-strong',
        )}
      >
        <input
          id={id}
          name={field.name}
          value={text}
          inputMode="decimal"
          autoComplete="off"
          maxLength={9}
          data-first={leads || undefined}
          aria-invalid={complaint !== undefined}
          aria-describedby={`${id}-note`}
          placeholder={empty}
          onFocus={(event) => {
            event.target.select();
            onFocus();
          }}
          onChange={(event) => onType(event.target.value)}
          onKeyDown={(event) => {
            // Under a live value the place of the caret means nothing: the first key replaces it.
            if (live?.following && event.key.length === 1 && !event.ctrlKey && !event.metaKey)
              event.currentTarget.select();
            if (event.key !== ' ') return;
            event.preventDefault();
            onSpace();
          }}
          className={clsx(
            'figures w-0 min-w-0 grow bg-transparent text-right outline-none',
            'placeholder:font-sans placeholder:text-sm placeholder:text-soft',
            huge ? 'h-20 text-6xl leading-none font-semibold sm:h-28 sm:text-[5.5rem]' : 'h-12 text-2xl',
          )}
        />
        <span className={clsx('figures text-soft', huge ? 'text-4xl' : 'text-lg')}>{unit}</span>
      </span>
      {live && (
        <div className="grid pt-1">
          <LiveMark live={live} short={!huge} onFollow={onFollow} />
          {huge && field.live?.kind === 'voltmeter' && <MeterKeys />}
        </div>
      )}
      <span
        id={`${id}-note`}
        role={complaint || remark ? 'alert' : undefined}
        className={clsx('text-sm', complaint ? 'text-retire' : 'text-warn')}
      >
        {complaint ?? remark}
      </span>
    </div>
  );
}

function Question({
  doubt,
  onKeep,
  onTake,
}: {
  readonly doubt: Doubt;
  readonly onKeep: () => void;
  readonly onTake: (suggestion: string) => void;
}) {
  const { question, suggestion, text } = doubt;
  return (
    <div
      role="alertdialog"
      aria-label="Is this right?"
      className="grid gap-3 rounded-md border border-warn bg-warn-wash p-3"
    >
      <p className="text-warn">{question}</p>
      <div className="flex flex-wrap gap-2">
        {suggestion !== null && (
          <Button tone="main" autoFocus onClick={() => onTake(suggestion)}>
            Use {suggestion}
          </Button>
        )}
        <Button onClick={onKeep} autoFocus={suggestion === null}>
          Keep {text}
        </Button>
      </div>
    </div>
  );
}
