import { NumberEntry } from '../number-entry';
import type { StageProps } from './stage-props';

/** Current that the test asks for. Rule of the trade. */
const ASKED_AMPS = 40;

/** The voltage that a three-minute charge drives the battery to. */
export function ThreeMinuteStage({ spec, correcting, onTyping, capture }: StageProps) {
  const before = correcting?.kind === 'three_minute' ? correcting.data : null;
  return (
    <NumberEntry
      nominalVolts={spec.nominalVolts}
      captureLabel="Capture"
      onTyping={onTyping}
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
