import { ASSUMED_TEMPERATURE_C, ownVolt } from '@/core/assessment/reference';
import type { BatterySpec } from '@/core/battery/battery';
import { openCircuitVoltsAtCharge } from '@/core/correction/charge-from-open-circuit';
import { NumberEntry } from '../number-entry';
import { ChargeScale } from './pictures';
import type { StageProps } from './stage-props';

const MARKS_PCT = [0, 25, 50, 75, 100] as const;

/** The rested voltage and the battery's own temperature. */
export function OpenCircuitStage({ run, spec, state, correcting, onTyping, capture }: StageProps) {
  const before = correcting?.kind === 'open_circuit' ? correcting.data : null;
  const known = state.evidence.openCircuit?.temperatureC ?? null;
  const voltsAt = (pct: number, celsius: number) => ownVoltsAtCharge(spec, pct, celsius);
  return (
    <NumberEntry
      nominalVolts={spec.nominalVolts}
      captureLabel="Capture"
      onTyping={onTyping}
      fields={[
        {
          name: 'volts',
          label: 'Open-circuit voltage',
          quantity: 'openCircuitVolts',
          unit: 'V',
          initial: before?.volts ?? null,
          live: { kind: 'voltmeter', field: 'volts' },
        },
        {
          name: 'temperatureC',
          label: 'Battery temperature',
          quantity: 'temperatureC',
          unit: '°C',
          initial: before ? before.temperatureC : known,
          assumes: ASSUMED_TEMPERATURE_C,
          live: { kind: 'thermometer', field: 'celsius' },
        },
      ]}
      capture={capture}
      onCapture={({ volts, temperatureC }, by, take) =>
        take('open_circuit', { volts: volts ?? 0, temperatureC }, by)
      }
      picture={({ volts, temperatureC }) => {
        const celsius = usable(temperatureC) ?? ASSUMED_TEMPERATURE_C;
        return (
          <ChargeScale
            marks={MARKS_PCT.map((pct) => ({ pct, volts: voltsAt(pct, celsius) }))}
            gateVolts={voltsAt(run.view.rules.charge.loadGatePct, celsius)}
            readVolts={usable(volts)}
          />
        );
      }}
    />
  );
}

function ownVoltsAtCharge({ construction, nominalVolts }: BatterySpec, pct: number, celsius: number): number {
  return ownVolt(openCircuitVoltsAtCharge(pct, construction, celsius), nominalVolts);
}

function usable(value: number | null): number | null {
  return value === null || Number.isNaN(value) ? null : value;
}
