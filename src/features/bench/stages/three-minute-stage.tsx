import { ownVolt } from '@/core/assessment/reference';
import { formatQuantity } from '@/core/quantity/format';
import { Button } from '@/ui/button';
import { clockText } from '@/ui/countdown';
import { NumberEntry } from '../number-entry';
import { Figure } from './figure';
import { useClockKey, useHoldClock } from './hold-clock';
import type { StageProps } from './stage-props';

/** Current that the test asks for. Rule of the trade. */
const ASKED_AMPS = 40;
const HOLD_SECONDS = 180;

/** The voltage that a three-minute charge drives the battery to. */
export function ThreeMinuteStage({ run, spec, correcting, onTyping, capture }: StageProps) {
  const before = correcting?.kind === 'three_minute' ? correcting.data : null;
  const clock = useHoldClock(HOLD_SECONDS);
  useClockKey(clock);
  const left = Math.max(0, HOLD_SECONDS - (clock.elapsedSeconds ?? 0));
  const over = clock.elapsedSeconds !== null && !clock.running;
  const limit = ownVolt(run.view.rules.threeMinute.limitVolts, spec.nominalVolts);
  return (
    <NumberEntry
      nominalVolts={spec.nominalVolts}
      captureLabel="Capture"
      onTyping={onTyping}
      before={
        <div className="flex flex-wrap items-end gap-x-7 gap-y-3">
          <Figure name="Charge with">{formatQuantity(ASKED_AMPS, 'A')}</Figure>
          <Figure name="Sound plates stay under">{formatQuantity(limit, 'V')}</Figure>
          <div role="timer" aria-live="off" className={over ? 'text-warn' : ''}>
            <Figure name={over ? 'Read it now' : 'Charge for'}>{clockText(left * 1000)}</Figure>
          </div>
          <Button
            tone={clock.running ? 'warn' : 'plain'}
            shortcut="S"
            onClick={clock.running ? clock.stop : clock.start}
          >
            {clock.running ? 'Stop' : 'Start the clock'}
          </Button>
        </div>
      }
      fields={[
        {
          name: 'volts',
          label: 'Voltage after 3 min, charger on',
          quantity: 'chargingVolts',
          unit: 'V',
          initial: before?.volts ?? null,
        },
        {
          name: 'amps',
          label: 'Charging current',
          quantity: 'chargingAmps',
          unit: 'A',
          initial: before?.amps ?? ASKED_AMPS,
        },
      ]}
      onCapture={({ volts, amps }) => capture('three_minute', { volts: volts ?? 0, amps: amps ?? 0 })}
    />
  );
}
