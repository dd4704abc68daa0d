import { safetyGate } from '../gate';
import { listed, nothing, type Step, unwritten } from '../step';

/** What it leaves behind is said with the inspection that called for it. */
export const topUp: Step<'top_up'> = {
  label: 'Top up',
  task: 'Add deionised water until the plates are covered. Fill to the mark only after the charge.',
  minutes: 5,
  caution:
    'Goggles and gloves. Water only, never acid. Sealed types are never opened. Before a charge only until the plates are covered.',
  gate: safetyGate,
  onSheet: ({ current, assessment }) => assessment.next === 'top_up' || current.last.top_up !== undefined,
  taken: ({ last }) => listed(last.top_up),
  readings: { top_up: { words: ({ level }) => `level ${level}` } },
  evidence: nothing,
  written: unwritten,
};
