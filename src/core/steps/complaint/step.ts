import { OPEN } from '../gate';
import { always, listed, type Step, unwritten } from '../step';
import { COMPLAINTS } from './plans';

export const complaint: Step<'complaint'> = {
  label: 'Complaint',
  task: 'Why did it come in? The answer changes what is measured first.',
  minutes: 1,
  caution: null,
  gate: () => OPEN,
  onSheet: always,
  taken: ({ last }) => listed(last.complaint),
  readings: { complaint: { words: ({ symptom }) => COMPLAINTS[symptom].label } },
  evidence: ({ last }) => (last.complaint?.data.symptom === 'slow_crank' ? { cranksSlowly: true } : {}),
  written: unwritten,
};
