/** The steps of a run, in working order. */
export const STEP_IDS = [
  'identify',
  'inspect',
  'clean',
  'top_up',
  'settle',
  'open_circuit',
  'hydrometer',
  'charge',
  'conductance',
  'load',
  'recovery',
  'three_minute',
  'verdict',
] as const;

export type StepId = (typeof STEP_IDS)[number];
