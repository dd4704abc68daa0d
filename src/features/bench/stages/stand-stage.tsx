import { ownVolt } from '@/core/assessment/reference';
import { formatQuantity } from '@/core/quantity/format';
import { minutesBetween } from '@/core/steps/clocks';
import { Button } from '@/ui/button';
import { SimulatedTime, useSimulatedAhead } from '../live/simulated-time';
import { NumberEntry } from '../number-entry';
import type { StageProps } from './stage-props';
import { temperatureField } from './temperature-field';

const MINUTES_PER_HOUR = 60;

/** Left alone after charge and rest: what it showed then, what it shows now. */
export function StandStage({ run, spec, state, nowMs, correcting, onTyping, capture }: StageProps) {
  const before = correcting?.kind === 'stand' ? correcting.data : null;
  const { open_circuit: openCircuit } = state.current.last;
  const { stand } = run.view.rules;
  const own = (volts: number) => formatQuantity(ownVolt(volts, spec.nominalVolts), 'V');
  const aheadMinutes = useSimulatedAhead();
  const hours = openCircuit
    ? Math.round(((minutesBetween(openCircuit.takenAtMs, nowMs) + aheadMinutes) / MINUTES_PER_HOUR) * 10) / 10
    : null;
  return (
    <div className="grid gap-4">
      <NumberEntry
        nominalVolts={spec.nominalVolts}
        captureLabel="Capture"
        onTyping={onTyping}
        before={
          <p className="text-lg">
            A sound one keeps {own(stand.healthyVolts25[spec.construction])}. Under {own(stand.leakVolts)}{' '}
            within {formatQuantity(stand.leakHours, 'h')} it leaks inside.
          </p>
        }
        fields={[
          {
            name: 'volts',
            label: 'Voltage now',
            quantity: 'openCircuitVolts',
            unit: 'V',
            initial: before?.volts ?? null,
            live: { kind: 'voltmeter', field: 'volts' },
          },
          {
            name: 'startVolts',
            label: 'At the start',
            quantity: 'openCircuitVolts',
            unit: 'V',
            initial: before?.startVolts ?? openCircuit?.data.volts ?? null,
          },
          {
            name: 'hours',
            label: 'Left alone',
            quantity: 'standHours',
            unit: 'h',
            initial: before?.hours ?? null,
            ...(hours === null ? {} : { emptyMeans: `by the clock: ${hours}` }),
          },
          temperatureField(before ? before.temperatureC : (openCircuit?.data.temperatureC ?? null)),
        ]}
        capture={capture}
        onCapture={({ volts, startVolts, hours: left, temperatureC }, by, take) =>
          take(
            'stand',
            { volts: volts ?? 0, startVolts: startVolts ?? 0, hours: left ?? hours ?? 0, temperatureC },
            by,
          )
        }
      />
      <SimulatedTime />
      {!correcting && (
        <Button
          tone="quiet"
          className="justify-self-start"
          onClick={() => capture('skip', { step: 'stand', reason: 'no time to let it stand' })}
        >
          No time to let it stand: pass it over
        </Button>
      )}
    </div>
  );
}
