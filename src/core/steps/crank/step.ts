import { quantityLabel } from '../../quantity/entry';
import { formatQuantity } from '../../quantity/format';
import { COMPLAINTS } from '../complaint/plans';
import { aloneGate, chargedGate, firstBarred, handlingGate } from '../gate';
import { loadAboveOpen, outOfRange } from '../possible';
import { listed, type Step } from '../step';

export const crank: Step<'crank'> = {
  label: 'Crank it',
  task: 'Keep the engine from starting and crank, 15 s at most. Read the lowest voltage that lasts.',
  minutes: 3,
  caution:
    'Keep the engine from starting by pulling the fuel rather than the ignition, and reconnect it afterwards. Brake and chocks, ' +
    'hands and leads off belts and fans. 15 s at most.',
  gate: (at) => firstBarred(handlingGate(at), aloneGate(at), chargedGate(at, at.rules.charge.loadGatePct)),
  onSheet: ({ current: { last } }) =>
    (!!last.complaint && COMPLAINTS[last.complaint.data.symptom].cranks) || last.crank !== undefined,
  taken: ({ last }) => listed(last.crank),
  readings: {
    crank: {
      words: ({ volts }) => `${formatQuantity(volts, 'V')} lowest`,
      impossible: ({ data }, { nominalVolts, current }) => [
        ...outOfRange('crankVolts', data.volts, nominalVolts),
        ...loadAboveOpen(quantityLabel('crankVolts'), data.volts, current.last.open_circuit?.data.volts),
      ],
    },
  },
  evidence: ({ last: { crank: read } }) => ({ crank: read ? { ...read.data, forced: read.forced } : null }),
  written: ({ crank: read }) => {
    if (!read) return [];
    const { forced, engine = 'unknown', inrushVolts = null, ...data } = read;
    return [{ kind: 'crank', data: { ...data, engine, inrushVolts }, forced }];
  },
};
