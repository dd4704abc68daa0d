/** The steps of a run, in working order. */
export const STEP_IDS = [
  'identify',
  'inspect',
  'clean',
  'top_up',
  'settle',
  'open_circuit',
  'charge',
  'load',
  'recovery',
  'verdict',
] as const;

export type StepId = (typeof STEP_IDS)[number];
