import { recoveryLimit } from '@/core/assessment/estimates';
import { formatQuantity } from '@/core/quantity/format';
import { minutesBetween, RECOVERY_MARKS_MINUTES } from '@/core/steps/clocks';
import { clockText } from '@/ui/countdown';
import { SimulatedTime } from '../live/simulated-time';
import { useLive } from '../live/use-live';
import { NumberEntry } from '../number-entry';
import type { StageProps } from './stage-props';

/** The open voltage coming back after a failed load, with the clock since the load. */
export function RecoveryStage({ run, spec, state, nowMs, correcting, onTyping, capture }: StageProps) {
  const before = correcting?.kind === 'recovery' ? correcting.data : null;
  const { load } = state.current.last;
  const simulated = useLive(({ clock }) =>
    clock.speed > 1 || clock.passedSeconds > 0 ? clock.sinceLoadSeconds : null,
  );
  if (!load) return null;
  const byClock = Math.max(0, minutesBetween(load.takenAtMs, nowMs));
  // A simulated battery recovers by its own time, which may run faster than the clock.
  const elapsedMinutes = simulated === null ? byClock : Math.max(byClock, simulated / 60);
  const { temperatureC } = state.assessment.estimates;
  const limit = recoveryLimit(spec, temperatureC, run.view.rules.recovery);
  return (
    <NumberEntry
      nominalVolts={spec.nominalVolts}
      captureLabel="Capture"
      onTyping={onTyping}
      before={
        <div className="grid grid-cols-2 items-end gap-3">
          <p>
            <span className="heading block">Since the load</span>
            <span role="timer" aria-live="off" className="figures text-4xl font-semibold">
              {clockText(elapsedMinutes * 60_000)}
            </span>
            <span className="block text-sm text-soft">look at {RECOVERY_MARKS_MINUTES.join(', ')} min</span>
          </p>
          <p>
            <span className="heading block">The charge is there from</span>
            <span className="figures text-4xl font-semibold">{formatQuantity(limit, 'V')}</span>
            <span className="block text-sm text-soft">
              below it after {run.view.rules.recovery.minutes} min: short of charge
            </span>
          </p>
          <div className="col-span-2">
            <SimulatedTime />
          </div>
        </div>
      }
      fields={[
        {
          name: 'volts',
          label: 'Open voltage now',
          quantity: 'recoveryVolts',
          unit: 'V',
          initial: before?.volts ?? null,
          live: { kind: 'voltmeter', field: 'volts' },
        },
        {
          name: 'minutes',
          label: 'After the load',
          quantity: 'recoveryMinutes',
          unit: 'min',
          initial: before?.minutes ?? null,
          emptyMeans: 'by the clock',
        },
      ]}
      capture={capture}
      onCapture={({ volts, minutes }, by, take) =>
        take('recovery', { volts: volts ?? 0, minutes: minutes ?? Math.round(elapsedMinutes * 10) / 10 }, by)
      }
    />
  );
}
