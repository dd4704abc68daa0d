import { OPEN } from '../gate';
import { always, listed, nothing, type Step } from '../step';

export const identify: Step<'identify'> = {
  label: 'Identify',
  task: 'Is this the battery in front of you? Compare the label.',
  minutes: 1,
  caution: null,
  gate: () => OPEN,
  onSheet: always,
  taken: ({ last }) => listed(last.identify),
  readings: {
    identify: {
      words: ({ customer, order }) => ['label agrees', customer, order].filter(Boolean).join(', '),
    },
  },
  evidence: nothing,
  written: () => [{ kind: 'identify', data: { confirmed: true } }],
};
