import { useEffect, useRef, useState } from 'react';
import { expectedLoadVolts, type LoadTask, loadTaskAt } from '@/core/assessment/load-result';
import { formatQuantity } from '@/core/quantity/format';
import { Button } from '@/ui/button';
import { isTyping } from '@/ui/keyboard';
import { useSite } from '@/ui/site';
import { NumberEntry } from '../number-entry';
import { temperatureWords } from '../reading-words';
import { LoadPicture } from './pictures';
import type { StageProps } from './stage-props';

/** Healths between which a battery counts as healthy in the picture, percent: serve, and as new. */
const AS_NEW_PCT = 105;
const TICK_MS = 100;

/** The set load, the clock, the corrected limit, and the voltage at the end. */
export function LoadStage({ run, spec, state, correcting, onTyping, capture }: StageProps) {
  const { rules } = run.view;
  const before = correcting?.kind === 'load' ? correcting.data : null;
  const clock = useHoldClock(rules.load.holdSeconds);
  useClockKey(clock);
  const { charge } = state.assessment.estimates;
  const known = before ? before.temperatureC : (state.evidence.openCircuit?.temperatureC ?? null);
  const set = loadTaskAt(state.evidence, known, rules);
  if (!set) return null;
  return (
    <NumberEntry
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
          initial: before?.volts ?? null,
        },
        {
          name: 'amps',
          label: 'Load',
          quantity: 'loadAmps',
          unit: 'A',
          initial: before?.amps ?? Math.round(set.setAmps),
        },
        {
          name: 'seconds',
          label: 'Held for',
          quantity: 'loadSeconds',
          unit: 's',
          initial: before?.seconds ?? rules.load.holdSeconds,
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
        capture('load', { volts: volts ?? 0, amps: amps ?? 0, seconds: seconds ?? 0, temperatureC })
      }
      picture={({ volts, temperatureC }) => {
        const celsius = temperatureC !== null && Number.isNaN(temperatureC) ? known : temperatureC;
        const task = loadTaskAt(state.evidence, celsius, rules);
        const openVolts = state.evidence.openCircuit?.volts;
        const low = charge && task && expectedLoadVolts(state.evidence, charge, task, rules.health.servePct);
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
          />
        );
      }}
    />
  );
}

interface HoldClock {
  readonly holdSeconds: number;
  readonly elapsedSeconds: number | null;
  readonly running: boolean;
  readonly start: () => void;
  readonly stop: () => void;
}

function LoadHeader({ task, clock }: { readonly task: LoadTask; readonly clock: HoldClock }) {
  const { temperatureUnit } = useSite();
  const { elapsedSeconds, holdSeconds, running, start, stop } = clock;
  const left = elapsedSeconds === null ? holdSeconds : Math.max(0, holdSeconds - elapsedSeconds);
  const over = elapsedSeconds !== null && !running;
  return (
    <div className="grid grid-cols-2 items-end gap-x-7 gap-y-3 sm:grid-cols-[auto_auto_auto_1fr]">
      <Figure name="Set the load to">{formatQuantity(task.setAmps, 'A')}</Figure>
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

function Figure({ name, children }: { readonly name: string; readonly children: string }) {
  return (
    <p>
      <span className="heading block">{name}</span>
      <span className="figures text-4xl font-semibold whitespace-nowrap">{children}</span>
    </p>
  );
}

/** `S` starts and stops the clock; a number field has no use for the letter. */
function useClockKey(clock: HoldClock): void {
  const latest = useRef(clock);
  latest.current = clock;
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key.toLowerCase() !== 's' || isTyping(event, 'text')) return;
      event.preventDefault();
      const { running, start, stop } = latest.current;
      if (running) stop();
      else start();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
}

/** The clock of the load: it runs while the load is held and says nothing about the reading. */
function useHoldClock(holdSeconds: number): HoldClock {
  const [startedMs, setStartedMs] = useState<number | null>(null);
  const [nowMs, setNowMs] = useState(0);
  const running = startedMs !== null && nowMs - startedMs < holdSeconds * 1000;
  useEffect(() => {
    if (!running) return;
    const timer = setInterval(() => setNowMs(Date.now()), TICK_MS);
    return () => clearInterval(timer);
  }, [running]);
  return {
    holdSeconds,
    running,
    elapsedSeconds: startedMs === null ? null : (nowMs - startedMs) / 1000,
    start: () => {
      const now = Date.now();
      setStartedMs(now);
      setNowMs(now);
      document.querySelector<HTMLInputElement>('input[data-first]')?.focus();
    },
    stop: () => setStartedMs(null),
  };
}
