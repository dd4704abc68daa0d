import dynamic from 'next/dynamic';
import { useState } from 'react';
import type { Trace } from '@/core/assessment/evidence';
import { collapseVolts, type LoadTask, loadTaskAt } from '@/core/assessment/load-result';
import { LOAD_CORRECTED_ONCE } from '@/core/correction/double-correction';
import { formatQuantity } from '@/core/quantity/format';
import type { HouseRules } from '@/core/rules/house-rules';
import { LONGEST_TRACE, thinTrace } from '@/core/steps/load/thin-trace';
import { temperatureWords } from '@/core/steps/words';
import { Button } from '@/ui/button';
import { type Choice, Choices } from '@/ui/choices';
import { useSite } from '@/ui/site';
import { LATER_PARTS } from '../later-parts';
import { LiveLoad } from '../live/live-load';
import { useLive } from '../live/use-live';
import { NumberEntry } from '../number-entry';
import { Figure } from './figure';
import { type HoldClock, useClockKey, useHoldClock } from './hold-clock';
import { LoadPicture } from './pictures';
import type { StageProps } from './stage-props';
import { temperatureField } from './temperature-field';

const TraceEntry = dynamic(LATER_PARTS.traceEntry);

/** Healths between which a battery counts as healthy in the picture, percent: serve, and as new. */
const AS_NEW_PCT = 105;

/** The load test: live where the bench has a bank and a meter, typed where it has none. */
export function LoadStage(props: StageProps) {
  const { spec, state, correcting, capture, run } = props;
  const [typing, setTyping] = useState(false);
  const live = useLive(
    (there) => there.find('load_bank') !== undefined && there.find('voltmeter') !== undefined,
  );
  const wasHeld = useLive((there) => there.hold.state === 'lost') === true;
  const set = loadTaskAt(state.evidence, state.evidence.openCircuit?.temperatureC ?? null, run.view.rules);
  if (!(live || wasHeld) || typing || correcting || !set) return <TypedLoad {...props} />;
  return (
    <div className="grid gap-3">
      <LiveLoad
        task={set}
        onTypeInstead={() => setTyping(true)}
        onCapture={(data, by) => {
          capture('load', data, by);
        }}
        picture={(trace, elapsedSeconds) => (
          <LoadDrawing
            {...{ spec, state, rules: run.view.rules, task: set, trace, elapsedSeconds }}
            // The end is marked once it is there.
            readVolts={elapsedSeconds === null ? (trace.at(-1)?.[1] ?? null) : null}
          />
        )}
      />
      <p className="text-sm text-soft">{LOAD_CORRECTED_ONCE}</p>
    </div>
  );
}

interface DrawingProps {
  readonly spec: StageProps['spec'];
  readonly state: StageProps['state'];
  readonly rules: HouseRules;
  readonly task: LoadTask;
  readonly trace: Trace;
  readonly readVolts: number | null;
  readonly elapsedSeconds: number | null;
}

/** The picture of a load, with the band in which a healthy battery of this label, charge and temperature would lie. */
function LoadDrawing({ spec, state, rules, task, trace, readVolts, elapsedSeconds }: DrawingProps) {
  const openVolts = state.evidence.openCircuit?.volts;
  const { charge } = state.assessment.estimates;
  if (openVolts === undefined || !charge) return null;
  return (
    <LoadPicture
      openVolts={openVolts}
      limitVolts={task.limitVolts}
      holdSeconds={task.holdSeconds}
      healthy={{
        spec,
        fromPct: rules.health.servePct,
        toPct: AS_NEW_PCT,
        chargePct: charge.pct,
        temperatureC: task.temperatureC,
        amps: task.setAmps,
      }}
      readVolts={readVolts}
      elapsedSeconds={elapsedSeconds}
      trace={trace}
    />
  );
}

/** The set load, the clock, the corrected limit, and the voltage at the end, as somebody reads it off a meter. */
function TypedLoad({ run, spec, state, correcting, onTyping, capture }: StageProps) {
  const { rules } = run.view;
  const before = correcting?.kind === 'load' ? correcting.data : null;
  const clock = useHoldClock(rules.load.holdSeconds);
  useClockKey(clock);
  const known = before ? before.temperatureC : (state.evidence.openCircuit?.temperatureC ?? null);
  const set = loadTaskAt(state.evidence, known, rules);
  const [trace, setTrace] = useState<Trace>(before?.trace ?? []);
  const [stopped, setStopped] = useState<Stopped>(before?.stopped ?? 'no');
  if (!set) return null;
  const end = trace.at(-1);
  return (
    <div className="grid gap-3">
      <NumberEntry
        key={end ? `${trace.length} ${end[1]}` : 'typed'}
        nominalVolts={spec.nominalVolts}
        captureLabel="Capture"
        onTyping={onTyping}
        before={<LoadHeader task={set} clock={clock} />}
        fields={[
          {
            name: 'volts',
            label: 'Voltage at the end, load on',
            quantity: 'loadVolts',
            unit: 'V',
            initial: end?.[1] ?? before?.volts ?? null,
          },
          {
            name: 'amps',
            label: 'Load at the end',
            quantity: 'loadAmps',
            unit: 'A',
            initial: end?.[2] ?? before?.amps ?? Math.round(set.setAmps),
            asked: set.setAmps,
          },
          {
            name: 'seconds',
            label: 'Held for',
            quantity: 'loadSeconds',
            unit: 's',
            initial: end?.[0] ?? before?.seconds ?? rules.load.holdSeconds,
          },
          temperatureField(known),
        ]}
        capture={capture}
        onCapture={({ volts, amps, seconds, temperatureC }, _by, take) =>
          take('load', {
            volts: volts ?? 0,
            amps: amps ?? 0,
            seconds: seconds ?? 0,
            temperatureC,
            stopped: stopped === 'no' ? null : stopped,
            trace: trace.length > 0 ? [...thinTrace(trace, LONGEST_TRACE)] : null,
          })
        }
        picture={({ volts, temperatureC }) => {
          const celsius = temperatureC !== null && Number.isNaN(temperatureC) ? known : temperatureC;
          const task = loadTaskAt(state.evidence, celsius, rules);
          if (!task) return null;
          return (
            <LoadDrawing
              {...{ spec, state, rules, task, trace }}
              readVolts={volts === null || Number.isNaN(volts) ? null : volts}
              elapsedSeconds={clock.elapsedSeconds}
            />
          );
        }}
      />
      <p className="text-sm text-soft">{LOAD_CORRECTED_ONCE}</p>
      <Choices
        legend="Held to the end?"
        name="stopped"
        choices={stoppedChoices(spec.nominalVolts)}
        chosen={stopped}
        onChoose={(value) => {
          setStopped(value);
          onTyping();
        }}
      />
      <TraceEntry
        trace={trace}
        onTrace={(entered) => {
          setTrace(entered);
          onTyping();
        }}
      />
    </div>
  );
}

type Stopped = 'no' | 'collapse' | 'gassing';

const stoppedChoices = (nominalVolts: number): readonly Choice<Stopped>[] => [
  { value: 'no', label: 'Yes' },
  {
    value: 'collapse',
    bad: true,
    label: `Collapsed below ${formatQuantity(collapseVolts(nominalVolts), 'V')}: stopped`,
  },
  { value: 'gassing', label: 'A cell gassed violently: stopped', bad: true },
];

function LoadHeader({ task, clock }: { readonly task: LoadTask; readonly clock: HoldClock }) {
  const { temperatureUnit } = useSite();
  const { elapsedSeconds, holdSeconds, running, start, stop } = clock;
  const left = elapsedSeconds === null ? holdSeconds : Math.max(0, holdSeconds - elapsedSeconds);
  const over = elapsedSeconds !== null && !running;
  return (
    <div className="grid grid-cols-2 items-end gap-x-7 gap-y-3 sm:grid-cols-[auto_auto_auto_1fr]">
      <Figure name={task.setBasis === 'fixed' ? 'Fixed load' : 'Set the load to'}>
        {formatQuantity(task.setAmps, 'A')}
      </Figure>
      <Figure name={`Limit at ${temperatureWords(task.temperatureC, temperatureUnit)}`}>
        {formatQuantity(task.limitVolts, 'V')}
      </Figure>
      <div role="timer" aria-live="off" className={over ? 'text-warn' : ''}>
        <Figure name={over ? 'Read it now' : 'Hold for'}>{formatQuantity(Math.ceil(left), 's')}</Figure>
      </div>
      <Button tone={running ? 'warn' : 'plain'} shortcut="S" onClick={running ? stop : start}>
        {running ? 'Stop' : over ? 'Again' : 'Start the clock'}
      </Button>
    </div>
  );
}
