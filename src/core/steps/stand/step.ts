import { formatQuantity } from '../../quantity/format';
import { type AtTheGate, aloneGate, barred, firstBarred, type Gate, handlingGate, OPEN } from '../gate';
import { outOfRange } from '../possible';
import { listed, type Step } from '../step';

export const stand: Step<'stand'> = {
  label: 'Stand',
  task: 'Charged and rested: leave it alone for a day, nothing connected. Read it again.',
  minutes: 1440,
  caution: 'Nothing connected, no flame: it may still give off gas after the charge.',
  gate: (at) => firstBarred(handlingGate(at), aloneGate(at), restedGate(at)),
  onSheet: ({ current: { last } }) => last.stand !== undefined || last.charge !== undefined,
  taken: ({ last }) => listed(last.stand),
  readings: {
    stand: {
      words: ({ volts, hours }) => `${formatQuantity(volts, 'V')} after ${formatQuantity(hours, 'h')}`,
      impossible: ({ data }, { nominalVolts }) => [
        ...outOfRange('openCircuitVolts', data.startVolts, nominalVolts),
        ...outOfRange('openCircuitVolts', data.volts, nominalVolts),
      ],
    },
  },
  evidence: ({ last: { stand: read } }) => ({ stand: read ? { ...read.data, forced: read.forced } : null }),
  written: ({ stand: read }) => {
    if (!read) return [];
    const { forced, ...data } = read;
    return [{ kind: 'stand', data, forced }];
  },
};

function restedGate({ current: { last } }: AtTheGate): Gate {
  if (!last.charge) return barred('charge first');
  return last.open_circuit ? OPEN : barred('rested voltage first', false);
}
