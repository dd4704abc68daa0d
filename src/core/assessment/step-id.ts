/** The steps of a run, in working order. */
export const STEP_IDS = [
  'identify',
  'complaint',
  'inspect',
  'vehicle',
  'clean',
  'top_up',
  'settle',
  'open_circuit',
  'hydrometer',
  'charge',
  'conductance',
  'load',
  'recovery',
  'crank',
  'three_minute',
  'discharge',
  'stand',
  'verdict',
] as const;

export type StepId = (typeof STEP_IDS)[number];
