/** The answers to the one question, from best to worst, and the one that says more is needed. */
export const VERDICTS = ['serve', 'watch', 'charge', 'retire', 'quarantine', 'undecided'] as const;

export type Verdict = (typeof VERDICTS)[number];

/** For sorting and pairing: A to D by health, X for quarantine. */
export type Grade = 'A' | 'B' | 'C' | 'D' | 'X';

/** Each verdict's name on screen. */
export const VERDICT_LABELS: Readonly<Record<Verdict, string>> = {
  serve: 'Return to service',
  watch: 'Serve and watch',
  charge: 'Charge, rest, retest',
  retire: 'Retire',
  quarantine: 'Quarantine',
  undecided: 'Not decided yet',
};
