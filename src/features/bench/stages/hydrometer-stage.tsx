import { useState } from 'react';
import { ASSUMED_TEMPERATURE_C } from '@/core/assessment/reference';
import { CellBars } from '@/ui/charts/cell-bars';
import { NumberEntry } from '../number-entry';
import type { NumberField } from '../number-fields';
import type { StageProps } from './stage-props';

/** The gravity of every cell, drawn side by side, with the electrolyte's temperature. */
export function HydrometerStage({ run, spec, state, correcting, onTyping, capture }: StageProps) {
  const before = correcting?.kind === 'hydrometer' ? correcting.data : null;
  const [compensated, setCompensated] = useState(before?.compensated ?? false);
  const cells = Array.from({ length: spec.nominalVolts / 2 }, (_, index) => `cell ${index + 1}`);
  const fields: NumberField[] = [
    ...cells.map(
      (name, index): NumberField => ({
        name,
        label: `Cell ${index + 1}`,
        quantity: 'gravity',
        unit: '',
        initial: before?.gravities[index] ?? null,
      }),
    ),
    {
      name: 'temperatureC',
      label: 'Acid temperature',
      quantity: 'temperatureC',
      unit: '°C',
      initial: before ? before.temperatureC : (state.evidence.openCircuit?.temperatureC ?? null),
      emptyMeans: `${ASSUMED_TEMPERATURE_C} °C`,
    },
  ];
  return (
    <NumberEntry
      nominalVolts={spec.nominalVolts}
      captureLabel="Capture"
      onTyping={onTyping}
      fields={fields}
      manyAlike
      before={
        <label className="flex min-h-11 items-center gap-3">
          <input
            type="checkbox"
            className="size-6 accent-[var(--harbour)]"
            checked={compensated}
            onChange={(event) => setCompensated(event.target.checked)}
          />
          The hydrometer corrects for temperature itself
        </label>
      }
      onCapture={(values) =>
        capture('hydrometer', {
          gravities: cells.map((name) => values[name] ?? 0),
          temperatureC: values.temperatureC ?? null,
          compensated,
        })
      }
      picture={(values) => (
        <CellBars
          gravities={cells.map((name) => usable(values[name] ?? null))}
          faultySpread={run.view.rules.cells.faultySpread}
        />
      )}
    />
  );
}

function usable(value: number | null): number | null {
  return value === null || Number.isNaN(value) ? null : value;
}
