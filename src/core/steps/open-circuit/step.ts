import { formatQuantity } from '../../quantity/format';
import { restAt, settleEndsAtMs } from '../clocks';
import { type AtTheGate, aloneGate, barred, firstBarred, type Gate, handlingGate, OPEN } from '../gate';
import { outOfRange } from '../possible';
import { always, listed, type Step } from '../step';
import { temperatureWords } from '../words';

export const openCircuit: Step<'open_circuit'> = {
  label: 'Open-circuit voltage',
  task: 'Meter on the posts, nothing else connected. Take the battery’s own temperature, not the air’s.',
  minutes: 1,
  caution: 'Charger and every load off. No rings, insulated tools.',
  gate: (at) => firstBarred(handlingGate(at), aloneGate(at), settleGate(at)),
  onSheet: always,
  taken: ({ last }) => listed(last.open_circuit),
  readings: {
    open_circuit: {
      words: ({ volts, temperatureC }, unit) =>
        `${formatQuantity(volts, 'V')}, ${temperatureWords(temperatureC, unit)}`,
      impossible: ({ data }, { nominalVolts }) => outOfRange('openCircuitVolts', data.volts, nominalVolts),
    },
  },
  evidence: ({ last: { open_circuit: read, settle, charge } }) => ({
    openCircuit: read
      ? {
          ...read.data,
          ...restAt(read.takenAtMs, settle, charge),
          // A voltage is only as good as the rest before it: one that passed over a clock marks the other.
          forced: read.forced || settle?.forced === true,
        }
      : null,
  }),
  written: ({ openCircuit: read }) =>
    read
      ? [
          {
            kind: 'open_circuit',
            data: { volts: read.volts, temperatureC: read.temperatureC },
            forced: read.forced,
          },
        ]
      : [],
};

function settleGate({ current: { last }, nowMs }: AtTheGate): Gate {
  if (!last.settle) return barred(last.charge ? 'settle after the charge' : 'settle first');
  const endsAtMs = settleEndsAtMs(last.settle);
  return nowMs < endsAtMs ? barred('settling', true, endsAtMs) : OPEN;
}
