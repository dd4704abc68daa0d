import { formatMinutes, formatQuantity } from '../../quantity/format';
import { barred, handlingGate } from '../gate';
import { outOfRange } from '../possible';
import { listed, type Step } from '../step';

export const recovery: Step<'recovery'> = {
  label: 'Recovery',
  task: 'Load off. Watch the open voltage come back for 5 to 10 minutes.',
  minutes: 5,
  caution: 'The clamps and the bank are hot. Leave the battery alone while its voltage comes back.',
  gate: (at) => (at.current.last.load ? handlingGate(at) : barred('load test first', false)),
  onSheet: ({ current, assessment }) => assessment.next === 'recovery' || current.last.recovery !== undefined,
  taken: ({ last }) => listed(last.recovery),
  readings: {
    recovery: {
      words: ({ volts, minutes }) => `${formatQuantity(volts, 'V')} after ${formatMinutes(minutes)}`,
      impossible: ({ data }, { nominalVolts }) => outOfRange('recoveryVolts', data.volts, nominalVolts),
    },
  },
  evidence: ({ last: { recovery: read } }) => ({
    recovery: read ? { ...read.data, forced: read.forced } : null,
  }),
  written: ({ recovery: read }) => {
    if (!read) return [];
    const { forced, ...data } = read;
    return [{ kind: 'recovery', data, forced }];
  },
};
