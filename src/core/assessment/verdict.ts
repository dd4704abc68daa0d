/** The answers to the one question, from best to worst, and the one that says more is needed. */
export const VERDICTS = ['serve', 'watch', 'charge', 'retire', 'quarantine', 'undecided'] as const;

export type Verdict = (typeof VERDICTS)[number];

/** For sorting and pairing: A to D by health, X for quarantine. */
export const GRADES = ['A', 'B', 'C', 'D', 'X'] as const;

export type Grade = (typeof GRADES)[number];

/** Each verdict's name on screen. */
export const VERDICT_LABELS: Readonly<Record<Verdict, string>> = {
  serve: 'Return to service',
  watch: 'Serve and watch',
  charge: 'Charge first',
  retire: 'Retire',
  quarantine: 'Quarantine',
  undecided: 'Not decided yet',
};
