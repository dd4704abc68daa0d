'use client';

import { useEffect, useRef, useState } from 'react';
import { CHECK_FINDING_WORDS } from '@/core/circuit/check-finding';
import type { CheckState } from '@/core/circuit/check-of-readings';
import type { ProposedProbe } from '@/core/circuit/next-probe';
import { type Problem, problem } from '@/core/quantity/result';
import { celsiusFromFahrenheit, type TemperatureUnit } from '@/core/quantity/temperature';
import { CHECK_CAUTIONS } from '@/core/vehicle/check-cautions';
import {
  type CheckName,
  checkFacts,
  ENGINE_STATE_WORDS,
  type EngineState,
  isMeasured,
  LOAD_STATE_WORDS,
  LOOKED_FACTS,
  MEASURED_FACTS,
  type MeasuredName,
} from '@/core/vehicle/check-reading';
import { isSide, PIECE_FACTS, type Segment, SIDE_FACTS, segmentLabel, sidesOf } from '@/core/vehicle/path';
import { STARTING_PREVENTED_BY, type StartingPreventedBy } from '@/core/vehicle/vehicle';
import { Button } from '@/ui/button';
import { CautionText } from '@/ui/caution';
import { Choices } from '@/ui/choices';
import { Field, INPUT } from '@/ui/field';
import { KeyBar } from '@/ui/key-bar';
import { Problems } from '@/ui/problems';
import { useSite, useWords } from '@/ui/site';
import { typedNumber } from '@/ui/typed-number';
import { CircuitDrawing } from './circuit-drawing';
import type { Check } from './use-check';
import { WaitClock } from './wait-clock';

interface Props {
  readonly check: Check;
  readonly state: CheckState;
  readonly name: CheckName;
  readonly segment: Segment | null;
  readonly probe: ProposedProbe | null;
  readonly onSegment: (segment: Segment) => void;
  /** It was captured: what comes next is up to whoever shows it. */
  readonly onCaptured: () => void;
}

/** One reading: what to do, what can hurt, the value, and what it says once it stands. */
export function ReadingStage({ check, state, name, segment, probe, onSegment, onCaptured }: Props) {
  const { label, task, caution, engine, loads } = checkFacts(name);
  const words = useWords();
  const cautionText = CHECK_CAUTIONS[caution];
  const own = state.assessment.findings.filter(
    (finding) => finding.of === name && (name !== 'drop_v' || finding.segment === segment),
  );
  const said = own.length > 0 && (
    <ul aria-label="What it says" className="grid gap-1">
      {own.map((finding) => (
        <li
          key={finding.code}
          className={
            finding.severity === 'fault' ? 'text-retire' : finding.severity === 'caution' ? 'text-warn' : ''
          }
        >
          {words(CHECK_FINDING_WORDS[finding.code])}
        </li>
      ))}
    </ul>
  );
  return (
    <section aria-label="Stage" className="flex min-h-full flex-col gap-4">
      <header className="grid gap-1">
        <h1 className="text-2xl font-semibold">
          {name === 'drop_v' && segment ? segmentLabel(segment) : label}
        </h1>
        <p className="text-lg">{words(task)}</p>
        <p className="text-soft">
          {name !== 'drop_v' &&
            `${engine.map((one) => ENGINE_STATE_WORDS[one]).join(' or ')}, ${loads.map((one) => LOAD_STATE_WORDS[one]).join(' or ')}`}
        </p>
        {probe && <p className="text-sm text-harbour">{probe.reason}</p>}
      </header>
      {cautionText && <CautionText text={cautionText} place={`${check.view.run.id} ${caution}`} />}
      <WaitClock key={`wait ${name}`} runId={check.view.run.id} name={name} />
      {caution === 'kept_from_starting' && <KeptFromStarting check={check} state={state} />}
      {!isMeasured(name) && said}
      {isMeasured(name) ? (
        <MeasuredEntry
          key={`${name} ${segment}`}
          check={check}
          state={state}
          name={name}
          segment={segment}
          onCaptured={onCaptured}
        >
          {said}
          {name === 'drop_v' && (
            <CircuitDrawing
              results={state.assessment.segments}
              chosen={segment}
              next={state.assessment.next.find(({ of }) => of === 'drop_v')?.segment ?? null}
              onChoose={onSegment}
            />
          )}
        </MeasuredEntry>
      ) : (
        <LookedEntry key={name} check={check} state={state} name={name} onCaptured={onCaptured} />
      )}
    </section>
  );
}

const startsThrough = (segment: Segment) =>
  (isSide(segment) ? [segment] : sidesOf(segment)).some((side) => SIDE_FACTS[side].current === 'starting');

const STATE_LABELS: Readonly<Record<string, string>> = {
  ...{ ok: 'In order', slips: 'Slips', torn: 'Torn or off', blown: 'Blown', on: 'Lit', off: 'Dark' },
};

function LookedEntry({
  check,
  state,
  name,
  onCaptured,
}: Pick<Props, 'check' | 'state' | 'onCaptured'> & { readonly name: keyof typeof LOOKED_FACTS }) {
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const { states, label } = LOOKED_FACTS[name];
  const capture = (seen: string) => {
    const wrong = check.capture('check_reading', {
      ...{ of: name, value: null, state: seen, segment: null, amps: null, engine: null, loads: null },
      ...{ minutes: null, temperatureC: null, unfit: false },
    });
    setProblems(wrong);
    if (wrong.length === 0) onCaptured();
  };
  return (
    <>
      <Choices
        legend={label}
        hideLegend
        name={name}
        first
        choices={states.map((value, at) => ({ value, label: STATE_LABELS[value] ?? value, bad: at > 0 }))}
        chosen={state.evidence.looked[name] ?? null}
        onChoose={capture}
      />
      <Problems problems={problems} />
    </>
  );
}

/** A clamp that gives millivolts, and how many of them an ampere is. */
const CLAMP_FACTORS = { amps: null, mv1: 1, mv10: 10 } as const;

function MeasuredEntry({
  check,
  state,
  name,
  segment,
  onCaptured,
  children,
}: Omit<Props, 'probe' | 'onSegment' | 'name'> & {
  readonly name: MeasuredName;
  /** What stands under the fields. */
  readonly children: React.ReactNode;
}) {
  const { unit, engine, loads } = MEASURED_FACTS[name];
  const [typed, setTyped] = useState('');
  const [amps, setAmps] = useState('');
  const [minutes, setMinutes] = useState('4');
  const [celsius, setCelsius] = useState('');
  const [clamp, setClamp] = useState<keyof typeof CLAMP_FACTORS>('amps');
  const [unfit, setUnfit] = useState(false);
  const { temperatureUnit } = useSite();
  const first = useRef<HTMLInputElement>(null);
  useEffect(() => first.current?.focus(), []);
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const takesClamp = unit === 'A';
  const inMilli = name === 'draw_a';
  const factor = CLAMP_FACTORS[clamp];
  const read = typedNumber(typed);
  const value =
    read === null ? null : takesClamp && factor !== null ? read / factor : inMilli ? read / 1000 : read;
  const drop = name === 'drop_v';
  // Clamps and ground carry both currents: one goes on with the one that was read last.
  const lastCurrent = state.evidence.drops.at(-1)?.current ?? 'starting';
  const cranks =
    segment !== null && (isStartingOnly(segment) || (startsThrough(segment) && lastCurrent === 'starting'));
  const [drawnBy, setDrawnBy] = useState<EngineState>(cranks ? 'cranking' : 'fast');
  const capture = () => {
    if (drop && segment === null)
      return setProblems([problem('segment', '', 'a side or a piece: choose one in the drawing')]);
    const wrong = check.capture('check_reading', {
      ...{ of: name, value, state: null, segment: drop ? segment : null },
      amps: drop ? typedNumber(amps) : null,
      engine: drop ? drawnBy : (engine[0] ?? null),
      loads: drop ? null : (loads[0] ?? null),
      minutes: name === 'net_a' ? typedNumber(minutes) : null,
      ...{ temperatureC: name === 'rest_v' ? celsiusTyped(celsius, temperatureUnit) : null, unfit },
    });
    setProblems(wrong);
    if (wrong.length > 0) return;
    setTyped('');
    onCaptured();
  };
  return (
    <form
      className="flex grow flex-col gap-4"
      onSubmit={(event) => {
        event.preventDefault();
        capture();
      }}
    >
      {drop && segment && <Probes segment={segment} />}
      <div className="grid gap-4 sm:grid-cols-2">
        <Field
          label={`${MEASURED_FACTS[name].label}, ${takesClamp && factor !== null ? 'mV' : inMilli ? 'mA' : unit}`}
        >
          {(control) => (
            <input
              {...control}
              ref={first}
              data-first
              value={typed}
              onChange={({ target }) => setTyped(target.value)}
              inputMode="decimal"
              autoComplete="off"
              className={`figures min-h-20 text-5xl ${INPUT}`}
            />
          )}
        </Field>
        {drop && (
          <Field label="Current meanwhile, A" hint="Without it a drop says nothing">
            {(control) => (
              <input
                {...control}
                value={amps}
                onChange={({ target }) => setAmps(target.value)}
                inputMode="decimal"
                autoComplete="off"
                className={`figures min-h-20 text-5xl ${INPUT}`}
              />
            )}
          </Field>
        )}
        {name === 'rest_v' && (
          <Field
            label={`Temperature of the battery, ${temperatureUnit}`}
            hint={temperatureUnit === '°C' ? 'Blank: 20 °C is taken' : 'Blank: 68 °F is taken'}
          >
            {(control) => (
              <input
                {...control}
                value={celsius}
                onChange={({ target }) => setCelsius(target.value)}
                inputMode="decimal"
                className={`figures min-h-20 text-5xl ${INPUT}`}
              />
            )}
          </Field>
        )}
        {name === 'net_a' && (
          <Field label="Minutes since the start">
            {(control) => (
              <input
                {...control}
                value={minutes}
                onChange={({ target }) => setMinutes(target.value)}
                inputMode="decimal"
                className={`figures min-h-20 text-5xl ${INPUT}`}
              />
            )}
          </Field>
        )}
      </div>
      {drop && segment && startsThrough(segment) && !isStartingOnly(segment) && (
        <Choices
          legend="Read while"
          name="drop-state"
          choices={[
            { value: 'cranking', label: 'Cranking' },
            { value: 'fast', label: 'Running, loads on' },
          ]}
          chosen={drawnBy}
          onChoose={setDrawnBy}
        />
      )}
      {takesClamp && !inMilli && (
        <Choices
          legend="The clamp gives"
          name="clamp"
          choices={[
            { value: 'amps', label: 'Amperes' },
            { value: 'mv1', label: '1 mV an ampere' },
            { value: 'mv10', label: '10 mV an ampere' },
          ]}
          chosen={clamp}
          onChoose={setClamp}
        />
      )}
      {takesClamp && factor !== null && value !== null && (
        <p className="figures text-lg">That is {value.toFixed(1)} A.</p>
      )}
      {name === 'draw_a' && (
        <label className="flex min-h-11 items-center gap-3">
          <input
            type="checkbox"
            className="size-6"
            checked={unfit}
            onChange={({ target }) => setUnfit(target.checked)}
          />
          Read with a clamp that shows no less than 10 mA: it cannot tell this limit, and counts for nothing
        </label>
      )}
      {drop && drawnBy === 'cranking' && <KeptFromStarting check={check} state={state} />}
      <Problems problems={problems} />
      {children}
      {state.readings.length === 0 && <p className="text-sm text-soft">Every capture is stored at once.</p>}
      <KeyBar>
        <Button type="submit" tone="main" large shortcut="Enter" disabled={read === null}>
          Capture
        </Button>
      </KeyBar>
    </form>
  );
}

function celsiusTyped(typed: string, unit: TemperatureUnit): number | null {
  const value = typedNumber(typed);
  return value === null || unit === '°C' ? value : celsiusFromFahrenheit(value);
}

const isStartingOnly = (segment: Segment) =>
  (isSide(segment) ? [segment] : sidesOf(segment)).every((side) => SIDE_FACTS[side].current === 'starting');

/** Where the two probes go. */
function Probes({ segment }: { readonly segment: Segment }) {
  const { from, to } = isSide(segment) ? SIDE_FACTS[segment] : PIECE_FACTS[segment];
  return (
    <p className="text-lg">
      One probe on <strong>{from}</strong>, the other on <strong>{to}</strong>.
    </p>
  );
}

/** What was pulled so that it can be cranked, and that it is back: the check is not finished before that. */
function KeptFromStarting({ check, state }: { readonly check: Check; readonly state: CheckState }) {
  const { preventedBy = null } = check.view.vehicle;
  if (state.pulled) {
    return (
      <div className="flex flex-wrap items-center gap-3 border-l-4 border-warn bg-warn-wash px-3 py-2">
        <p className="mr-auto text-warn">
          {STARTING_PREVENTED_BY[state.pulled.data.by]}: put it back before the check is finished.
        </p>
        <Button onClick={() => check.capture('put_back', {})}>It is back</Button>
      </div>
    );
  }
  const ways = Object.keys(STARTING_PREVENTED_BY) as StartingPreventedBy[];
  return (
    <Choices
      legend="Kept from starting by: mark what was pulled, so that it is put back"
      name="prevented"
      // The way that is noted for this vehicle first.
      choices={[
        ...ways.filter((way) => way === preventedBy),
        ...ways.filter((way) => way !== preventedBy),
      ].map((value) => ({ value, label: STARTING_PREVENTED_BY[value] }))}
      chosen={null}
      onChoose={(by) => check.capture('kept_from_starting', { by })}
    />
  );
}
