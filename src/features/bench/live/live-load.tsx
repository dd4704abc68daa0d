import { clsx } from 'clsx';
import { useEffect, useRef } from 'react';
import type { LoadTask } from '@/core/assessment/load-result';
import { writeLine } from '@/core/instruments/line';
import { formatNumber, formatQuantity } from '@/core/quantity/format';
import { LONGEST_TRACE, thinTrace } from '@/core/steps/load/thin-trace';
import type { ReadingData } from '@/core/steps/reading';
import { temperatureWords } from '@/core/steps/words';
import { Button } from '@/ui/button';
import { KeyBar, STAGE_COLUMN } from '@/ui/key-bar';
import { useKeys } from '@/ui/keys';
import { useSite } from '@/ui/site';
import { useTone } from '@/ui/tones';
import { Figure } from '../stages/figure';
import type { HoldState, LoadPoint } from './instrument-link';
import { instrumentName, useLink, useLive } from './use-live';
import { useStoppedOnLeaving } from './use-stopped-on-leaving';

interface Props {
  readonly task: LoadTask;
  readonly onCapture: (data: ReadingData<'load'>, instrument: string) => void;
  readonly picture: (trace: readonly LoadPoint[], elapsedSeconds: number | null) => React.ReactNode;
  readonly onTypeInstead: () => void;
}

const NO_TRACE: readonly LoadPoint[] = [];

/** A load on the bench's own bank: the voltage as it falls, captured by itself at the end, stoppable at once. */
export function LiveLoad({ task, onCapture, picture, onTypeInstead }: Props) {
  const link = useLink();
  const hold = useLive((there) => there.hold);
  const trace = useLive((there) => there.trace) ?? NO_TRACE;
  const volts = useLive((there) => there.value('voltmeter', 'volts'));
  const amps = useLive((there) => there.value('clamp', 'amps') ?? there.value('load_bank', 'amps'));
  const bankName = useLive((there) => there.find('load_bank')?.name);
  const state = hold?.state ?? 'idle';
  const holding = state === 'holding';
  useTone('over', state === 'done');
  useTone('wrong', state === 'lost' || state === 'collapsed');
  // Without a voltage there is nothing to hold a load for.
  const blind = volts === null;
  useStoppedOnLeaving('load_bank');
  const start = () => {
    if (!link || !bankName || blind) return;
    link.clearHold();
    const meter = link.find('voltmeter')?.name;
    const set = { amps: Math.round(task.setAmps), seconds: task.holdSeconds };
    // A display that was held would be recorded as it stands.
    const follow = meter ? [writeLine('hold', meter, { on: 'no' })] : [];
    link.send([...follow, writeLine('set', bankName, set), writeLine('start', bankName)].join('\n'));
  };
  const stop = () => {
    if (bankName) link?.send(writeLine('stop', bankName));
  };
  useKeys([
    {
      key: 's',
      label: holding ? 'Stop the load' : 'Start the load',
      act: holding ? stop : start,
      atOnce: holding,
    },
  ]);
  useCapturedAtEnd(state, trace, task, (data) =>
    onCapture(data, instrumentName(link, 'load_bank') ?? 'Load bank'),
  );
  const held = hold?.heldSeconds ?? 0;
  const left = holding ? Math.max(0, task.holdSeconds - held) : task.holdSeconds;
  return (
    <div className={STAGE_COLUMN}>
      <LiveHeader task={task} />
      <div
        aria-live="off"
        className="sheet flex flex-wrap items-baseline justify-end gap-x-6 px-4 py-2 sm:gap-x-10 sm:px-5"
      >
        <span
          role="timer"
          aria-label="Left"
          className={clsx(
            'figures mr-auto text-5xl leading-none font-semibold sm:text-[5.5rem]',
            !holding && 'text-soft',
          )}
        >
          {Math.ceil(left)}
          <span className="ml-2 text-2xl font-normal text-soft sm:text-4xl">s</span>
        </span>
        <span className="figures text-5xl leading-none font-semibold sm:text-[5.5rem]">
          {volts === null ? '–' : formatNumber(volts, 'V')}
          <span className="ml-2 text-2xl font-normal text-soft sm:text-4xl">V</span>
        </span>
        <span className="figures text-right text-3xl font-semibold sm:min-w-44 sm:text-5xl">
          {amps === null ? '–' : formatNumber(amps, 'A')}
          <span className="ml-2 text-2xl font-normal text-soft">A</span>
        </span>
      </div>
      {/* Whatever the size of the screen, the key that stops a load is on it. */}
      <KeyBar>
        {holding ? (
          <Button tone="warn" large shortcut="S" onClick={stop}>
            Stop: load off
          </Button>
        ) : (
          <Button
            tone="main"
            large
            shortcut="S"
            data-first
            className={clsx(blind && 'opacity-50')}
            aria-disabled={blind}
            onClick={start}
          >
            Load on, {formatQuantity(task.setAmps, 'A')} for {formatQuantity(task.holdSeconds, 's')}
          </Button>
        )}
        {!holding && (
          <Button tone="quiet" onClick={onTypeInstead}>
            Type the reading instead
          </Button>
        )}
      </KeyBar>
      {picture(trace, holding ? held : null)}
      <WhatHappened hold={hold} blind={trace.length === 0} />
    </div>
  );
}

function LiveHeader({ task }: { readonly task: LoadTask }) {
  const { temperatureUnit } = useSite();
  return (
    <div className="flex flex-wrap items-end gap-x-8 gap-y-2">
      <Figure name="Load">{formatQuantity(task.setAmps, 'A')}</Figure>
      <Figure name={`Limit at ${temperatureWords(task.temperatureC, temperatureUnit)}`}>
        {formatQuantity(task.limitVolts, 'V')}
      </Figure>
    </div>
  );
}

function WhatHappened({ hold, blind }: { readonly hold: HoldState | null; readonly blind: boolean }) {
  if (hold?.by === 'load_bank' && hold.state === 'done' && blind) {
    return (
      <p role="alert" className="rounded-md border border-warn bg-warn-wash px-4 py-2 text-lg text-warn">
        The load was held, but the meter showed nothing: nothing was captured. Look at its range and its
        leads.
      </p>
    );
  }
  if (hold?.state === 'stopped') {
    return (
      <p role="status" className="text-lg">
        Stopped after {formatQuantity(hold.heldSeconds, 's', { decimals: 1 })}: nothing was captured. Give the
        battery a minute before the next load.
      </p>
    );
  }
  if (hold?.state !== 'lost') return null;
  return (
    <p role="alert" className="rounded-md border border-retire bg-sheet px-4 py-2 text-lg text-retire">
      An instrument was lost {formatQuantity(hold.heldSeconds, 's', { decimals: 1 })} into the load. Make sure
      by hand that the bank is off. Nothing was captured; the test can be made again once the instrument is
      back.
    </p>
  );
}

/** Captures once the bank says that the load is over: at its end, or because the voltage collapsed. */
function useCapturedAtEnd(
  state: HoldState['state'],
  trace: readonly LoadPoint[],
  task: LoadTask,
  capture: (data: ReadingData<'load'>) => void,
): void {
  const latest = useRef({ trace, task, capture });
  latest.current = { trace, task, capture };
  const watched = useRef(false);
  useEffect(() => {
    if (state === 'holding') watched.current = true;
    if (!watched.current || (state !== 'done' && state !== 'collapsed')) return;
    watched.current = false;
    const { trace: held, task: asked, capture: take } = latest.current;
    const [seconds, volts, amps] = held.at(-1) ?? [0, 0, null];
    if (seconds === 0) return;
    take({
      volts: Math.max(0, volts),
      seconds: Math.max(1, seconds),
      amps: Math.max(1, Math.round(amps ?? asked.setAmps)),
      temperatureC: asked.temperatureAssumed ? null : asked.temperatureC,
      stopped: state === 'collapsed' ? 'collapse' : null,
      trace: [...thinTrace(held, LONGEST_TRACE)],
    });
  }, [state]);
}
