'use client';

import { clsx } from 'clsx';
import { useContext, useEffect, useRef } from 'react';
import { possibleRange } from '@/core/quantity/entry';
import type { Problem } from '@/core/quantity/result';
import { Button } from '@/ui/button';
import { KeyBar, STAGE_COLUMN } from '@/ui/key-bar';
import { Problems } from '@/ui/problems';
import { useSite } from '@/ui/site';
import { type Doubt, emptyWords, type NumberField } from './number-fields';
import { NumberPad } from './number-pad';
import { Numerals } from './numerals';
import { StageMargins } from './stage-margins';
import type { Capture, StageProps } from './stages/stage-props';
import { useTypedFields } from './use-typed-fields';

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
    /** Takes it: to be stored, or only to see what it would come to. */
    capture: Capture,
  ) => readonly Problem[];
  readonly capture: Capture;
  /** The picture that makes the reading mean something, drawn anew with every keystroke. */
  readonly picture?: (values: Readonly<Record<Name, number | null>>) => React.ReactNode;
  readonly before?: React.ReactNode;
  /** What stands under the fields over the whole width. */
  readonly after?: React.ReactNode;
  /** Capturing starts something: the focus is led to no field of it, so that no stray key does. */
  readonly startsSomething?: boolean;
  /** All fields are alike: none of them is the reading that stands out. */
  readonly manyAlike?: boolean;
  /**
   * Called when something is typed: the stage stays, whatever another tab captures meanwhile. `tryOut` captures the
   * values as they now stand, for whoever wants to see what they would come to; null while they are incomplete.
   */
  readonly onTyping: StageProps['onTyping'];
}

/** Told where a temperature was left empty: what Enter does next. */
const ASSUMED = 'Measure it at a post or the case. Enter once more takes it as assumed.';

/** Small fields that fit beside each other without cutting their figures. */
const MOST_IN_A_ROW = 3;
/** Fields that are many and alike stand three in a row. */
const IN_A_ROW = 3;

/** Typed readings: huge numerals, a pad for gloves, one main key, questions before refusals. */
export function NumberEntry<Name extends string>({
  fields,
  nominalVolts,
  captureLabel,
  capture,
  onCapture,
  picture,
  before,
  after,
  startsSomething = false,
  manyAlike = false,
  onTyping,
}: Props<Name>) {
  const { temperatureUnit } = useSite();
  const margins = useContext(StageMargins);
  const form = useRef<HTMLFormElement>(null);
  useEffect(() => {
    form.current?.querySelector<HTMLInputElement>('[data-first]')?.focus({ preventScroll: true });
  }, []);
  const focusField = (name: Name) =>
    form.current?.querySelector<HTMLInputElement>(`input[name="${name}"]`)?.focus();
  const entry = useTypedFields({ fields, nominalVolts, manyAlike, capture, onCapture, onTyping, focusField });
  const { texts, values, active, setActive, asked, problems, live, type, onPad, tryCapture } = entry;

  const numerals = (field: NumberField<Name>, huge: boolean) => (
    <Numerals
      key={field.name}
      field={field}
      huge={huge}
      leads={field === fields[0] && !startsSomething}
      unit={field.quantity === 'temperatureC' ? temperatureUnit : field.unit}
      empty={emptyWords(field, temperatureUnit)}
      text={texts[field.name]}
      complaint={entry.complaintOf(field.name)}
      remark={entry.isOffered(field.name) ? ASSUMED : undefined}
      live={live.stateOf(field)}
      onFollow={() => live.follow(field.name)}
      onFocus={() => setActive(field.name)}
      onType={(text) => type(field.name, text)}
      onSpace={() => tryCapture()}
    />
  );
  const first = manyAlike ? undefined : fields[0];
  const small = manyAlike ? fields : fields.slice(1);
  // Where the last of the fields stands alone in its row, the picture takes the rest of it: what is typed is seen at once.
  const besideFields = manyAlike && fields.length % IN_A_ROW === 1;

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
          <SmallFields manyAlike={manyAlike} beside={besideFields && picture?.(values)}>
            {small.map((field) => numerals(field, false))}
          </SmallFields>
          {asked && (
            <Question
              doubt={asked}
              onKeep={() => entry.standBy(asked)}
              onTake={(suggestion) => {
                type(asked.name as Name, suggestion);
                focusField(asked.name as Name);
              }}
            />
          )}
          {entry.takenUp && <TakenUp />}
          <Problems problems={problems} />
          {!besideFields && picture?.(values)}
          {margins}
        </div>
        <NumberPad
          onKey={onPad}
          signed={fields.some(
            ({ name, quantity }) => name === active && possibleRange(quantity, nominalVolts)[0] < 0,
          )}
        />
      </div>
      {after}
      <KeyBar>
        <Button type="submit" tone="main" large shortcut="Enter">
          {captureLabel}
        </Button>
      </KeyBar>
    </form>
  );
}

/** Fields beside each other, as many as fit without cutting their figures, and in their last row what is put beside them. */
function SmallFields({
  manyAlike,
  beside,
  children,
}: {
  readonly manyAlike: boolean;
  readonly beside: React.ReactNode;
  readonly children: readonly React.ReactNode[];
}) {
  if (children.length === 0) return null;
  const rows =
    manyAlike && children.length > 1
      ? 'grid-cols-3'
      : children.length > MOST_IN_A_ROW
        ? 'grid-cols-2'
        : 'auto-cols-fr grid-flow-col';
  return (
    <div className={clsx('grid gap-3', rows)}>
      {children}
      {beside && <div className="col-span-2 min-w-0">{beside}</div>}
    </div>
  );
}

const TakenUp = () => (
  <p role="status" className="text-soft">
    Typed here before and not captured yet.
  </p>
);

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
