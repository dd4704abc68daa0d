import { safetyGate } from '../gate';
import { listed, nothing, type Step, unwritten } from '../step';

/** What it leaves behind is said with the inspection that called for it. */
export const clean: Step<'clean'> = {
  label: 'Clean terminals',
  task: 'Clean and tighten posts and clamps, wipe the top. Then look again.',
  minutes: 5,
  caution:
    'Goggles and gloves: the deposit is acid. Negative clamp off first and on last. No rings, insulated tools. ' +
    'Keep the caps on while brushing.',
  gate: safetyGate,
  onSheet: ({ current, assessment }) => assessment.next === 'clean' || current.last.clean !== undefined,
  taken: ({ last }) => listed(last.clean),
  readings: { clean: { words: ({ terminals }) => `terminals ${terminals}` } },
  evidence: nothing,
  written: unwritten,
};
