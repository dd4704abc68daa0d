import { OPEN } from '../gate';
import { always, nothing, type Step, unwritten } from '../step';

export const verdict: Step<never> = {
  label: 'Verdict',
  task: 'Everything that was read, and what it comes to.',
  minutes: 1,
  caution: 'Lift with a carrier; wash hands. Scrap batteries are hazardous goods.',
  gate: () => OPEN,
  onSheet: always,
  taken: () => [],
  readings: {},
  evidence: nothing,
  written: unwritten,
};
