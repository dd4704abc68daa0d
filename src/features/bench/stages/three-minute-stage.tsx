import { useEffect, useRef, useState } from 'react';
import { ownVolt } from '@/core/assessment/reference';
import { THREE_MINUTE_TEST } from '@/core/charging/three-minute-test';
import { writeLine } from '@/core/instruments/line';
import { formatQuantity } from '@/core/quantity/format';
import { Button } from '@/ui/button';
import { clockText } from '@/ui/countdown';
import { useKeys } from '@/ui/keys';
import { SimulatedTime } from '../live/simulated-time';
import { useLink, useLive } from '../live/use-live';
import { NumberEntry } from '../number-entry';
import { Figure } from './figure';
import { useHoldClock } from './hold-clock';
import type { StageProps } from './stage-props';

/** The voltage that a three-minute charge drives the battery to. */
export function ThreeMinuteStage({ run, spec, correcting, onTyping, capture }: StageProps) {
  const before = correcting?.kind === 'three_minute' ? correcting.data : null;
  const { charges, elapsedSeconds, running, start, stop } = useTestClock();
  useKeys([
    {
      key: 's',
      label: running ? 'Stop the charge' : 'Start the three minutes',
      act: running ? stop : start,
      atOnce: running,
    },
  ]);
  const left = Math.max(0, THREE_MINUTE_TEST.seconds - (elapsedSeconds ?? 0));
  const over = elapsedSeconds !== null && !running;
  const limit = ownVolt(run.view.rules.threeMinute.limitVolts, spec.nominalVolts);
  return (
    <NumberEntry
      nominalVolts={spec.nominalVolts}
      captureLabel="Capture"
      onTyping={onTyping}
      before={
        <div className="flex flex-wrap items-end gap-x-7 gap-y-3">
          <Figure name="Charge with">{formatQuantity(THREE_MINUTE_TEST.amps, 'A')}</Figure>
          <Figure name="Sound plates stay under">{formatQuantity(limit, 'V')}</Figure>
          <div role="timer" aria-live="off" className={over ? 'text-warn' : ''}>
            <Figure name={over ? 'Read it now' : 'Charge for'}>{clockText(left * 1000)}</Figure>
          </div>
          <Button tone={running ? 'warn' : 'plain'} shortcut="S" onClick={running ? stop : start}>
            {running ? 'Stop' : 'Start the clock'}
          </Button>
          {running && <SimulatedTime />}
        </div>
      }
      fields={[
        {
          name: 'volts',
          label: 'Voltage after 3 min, charger on',
          quantity: 'chargingVolts',
          unit: 'V',
          initial: before?.volts ?? null,
          live: { kind: 'charger', field: 'volts' },
        },
        {
          name: 'amps',
          label: 'Charging current',
          quantity: 'chargingAmps',
          unit: 'A',
          initial: before?.amps ?? (charges ? null : THREE_MINUTE_TEST.amps),
          live: { kind: 'charger', field: 'amps' },
        },
      ]}
      capture={capture}
      onCapture={({ volts, amps }, by, take) =>
        take('three_minute', { volts: volts ?? 0, amps: amps ?? 0 }, by)
      }
    />
  );
}

interface TestClock {
  /** A charger of this bench makes the test by itself. */
  readonly charges: boolean;
  readonly elapsedSeconds: number | null;
  readonly running: boolean;
  readonly start: () => void;
  readonly stop: () => void;
}

/** The time of the test: by the charger where the bench has one, which also ends it; else by the clock. */
function useTestClock(): TestClock {
  const clock = useHoldClock(THREE_MINUTE_TEST.seconds);
  const link = useLink();
  const charger = useLive((there) => there.find('charger')?.name);
  const onFor = useLive((there) => there.value('charger', 'on_for'));
  const stands = useLive((there) => there.standing('charger'));
  // What the charger did before this step is another matter.
  const [asked, setAsked] = useState(false);
  const running = asked && (stands === 'on' || stands === 'full');
  const on = useRef(false);
  on.current = running;
  useEffect(
    () => () => {
      // Whoever leaves the test does not leave it running.
      if (on.current && charger) link?.send(writeLine('stop', charger));
    },
    [link, charger],
  );
  if (!link || !charger) return { charges: false, ...clock };
  return {
    charges: true,
    running,
    elapsedSeconds: asked ? onFor : null,
    start: () => {
      setAsked(true);
      link.send(
        [writeLine('set', charger, { mode: 'three_minute' }), writeLine('start', charger)].join('\n'),
      );
    },
    stop: () => {
      setAsked(false);
      link.send(writeLine('stop', charger));
    },
  };
}
