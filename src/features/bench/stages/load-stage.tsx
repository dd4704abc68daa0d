import dynamic from 'next/dynamic';
import { useState } from 'react';
import type { Trace } from '@/core/assessment/evidence';
import { expectedLoadVolts, type LoadTask, loadTaskAt } from '@/core/assessment/load-result';
import { LOAD_CORRECTED_ONCE } from '@/core/correction/double-correction';
import { LONGEST_TRACE, thinTrace } from '@/core/procedure/thin-trace';
import { formatQuantity } from '@/core/quantity/format';
import { Button } from '@/ui/button';
import { useSite } from '@/ui/site';
import { LATER_PARTS } from '../later-parts';
import { NumberEntry } from '../number-entry';
import { temperatureWords } from '../reading-words';
import { type Choice, Choices } from './choices';
import { Figure } from './figure';
import { type HoldClock, useClockKey, useHoldClock } from './hold-clock';
import { LoadPicture } from './pictures';
import type { StageProps } from './stage-props';

const TraceEntry = dynamic(LATER_PARTS.traceEntry);

/** Healths between which a battery counts as healthy in the picture, percent: serve, and as new. */
const AS_NEW_PCT = 105;

/** The set load, the clock, the corrected limit, and the voltage at the end. */
export function LoadStage({ run, spec, state, correcting, onTyping, capture }: StageProps) {
  const { rules } = run.view;
  const before = correcting?.kind === 'load' ? correcting.data : null;
  const clock = useHoldClock(rules.load.holdSeconds);
  useClockKey(clock);
  const { charge } = state.assessment.estimates;
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
          },
          {
            name: 'seconds',
            label: 'Held for',
            quantity: 'loadSeconds',
            unit: 's',
            initial: end?.[0] ?? before?.seconds ?? rules.load.holdSeconds,
          },
          {
            name: 'temperatureC',
            label: 'Temperature',
            quantity: 'temperatureC',
            unit: '°C',
            initial: known,
            emptyMeans: '25 °C assumed',
          },
        ]}
        onCapture={({ volts, amps, seconds, temperatureC }) =>
          capture('load', {
            ...{ volts: volts ?? 0, amps: amps ?? 0, seconds: seconds ?? 0, temperatureC },
            stopped: stopped === 'no' ? null : stopped,
            trace: trace.length > 0 ? [...thinTrace(trace, LONGEST_TRACE)] : null,
          })
        }
        picture={({ volts, temperatureC }) => {
          const celsius = temperatureC !== null && Number.isNaN(temperatureC) ? known : temperatureC;
          const task = loadTaskAt(state.evidence, celsius, rules);
          const openVolts = state.evidence.openCircuit?.volts;
          const low =
            charge && task && expectedLoadVolts(state.evidence, charge, task, rules.health.servePct);
          const high = charge && task && expectedLoadVolts(state.evidence, charge, task, AS_NEW_PCT);
          if (!task || openVolts === undefined || low === null || high === null) return null;
          return (
            <LoadPicture
              openVolts={openVolts}
              limitVolts={task.limitVolts}
              holdSeconds={task.holdSeconds}
              healthyVolts={[low, high]}
              readVolts={volts === null || Number.isNaN(volts) ? null : volts}
              elapsedSeconds={clock.elapsedSeconds}
              trace={trace}
            />
          );
        }}
      />
      <p className="text-sm text-soft">{LOAD_CORRECTED_ONCE}</p>
      <Choices
        legend="Held to the end?"
        name="stopped"
        choices={STOPPED}
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

const STOPPED: readonly Choice<Stopped>[] = [
  { value: 'no', label: 'Yes' },
  { value: 'collapse', label: 'Collapsed below 6 V: stopped', bad: true },
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
