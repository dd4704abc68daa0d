import { useState } from 'react';
import type { ENGINES } from '@/core/assessment/evidence';
import { loadTaskAt } from '@/core/assessment/load-result';
import { formatQuantity } from '@/core/quantity/format';
import { NumberEntry } from '../number-entry';
import { Choices } from './choices';
import type { StageProps } from './stage-props';

type Engine = (typeof ENGINES)[number];

const ENGINE_CHOICES: readonly { readonly value: Engine; readonly label: string }[] = [
  { value: 'small', label: 'About 2 l' },
  { value: 'large', label: '3 l and more' },
  { value: 'motorcycle', label: 'Motorcycle' },
  { value: 'unknown', label: 'Other' },
];

/** The engine as the load: the lowest voltage that lasts, with the current where a clamp gave it. */
export function CrankStage({ spec, state, run, correcting, onTyping, capture }: StageProps) {
  const before = correcting?.kind === 'crank' ? correcting.data : null;
  const [engine, setEngine] = useState<Engine>(before?.engine ?? 'unknown');
  const known = before ? before.temperatureC : (state.evidence.openCircuit?.temperatureC ?? null);
  const task = loadTaskAt(state.evidence, known, run.view.rules);
  return (
    <NumberEntry
      nominalVolts={spec.nominalVolts}
      captureLabel="Capture"
      onTyping={onTyping}
      before={
        <Choices
          legend="Engine"
          name="engine"
          choices={ENGINE_CHOICES}
          chosen={engine}
          onChoose={setEngine}
        />
      }
      fields={[
        {
          name: 'volts',
          label: 'Lowest sustained voltage, after the first second',
          quantity: 'crankVolts',
          unit: 'V',
          initial: before?.volts ?? null,
        },
        {
          name: 'amps',
          label: 'Mean current',
          quantity: 'loadAmps',
          unit: 'A',
          initial: before?.amps ?? null,
          emptyMeans: 'not measured',
        },
        {
          name: 'seconds',
          label: 'Cranked for',
          quantity: 'crankSeconds',
          unit: 's',
          initial: before?.seconds ?? null,
          emptyMeans: 'not timed',
        },
        {
          name: 'inrushVolts',
          label: 'First dip',
          quantity: 'crankVolts',
          unit: 'V',
          initial: before?.inrushVolts ?? null,
          emptyMeans: 'not sampled',
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
      onCapture={({ volts, amps, seconds, inrushVolts, temperatureC }) =>
        capture('crank', { volts: volts ?? 0, amps, seconds, inrushVolts, temperatureC, engine })
      }
      picture={() =>
        task && (
          <p className="text-soft">
            A current near the rated load of {formatQuantity(task.ratedAmps, 'A')}, with its time, tells
            health as a load test does.
          </p>
        )
      }
    />
  );
}
