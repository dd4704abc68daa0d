import type { Verdict } from '@/core/assessment/verdict';

/** Colours on white paper: the screen’s own, dark enough to stay apart in grey. */
export const INK = {
  text: '#1c2428',
  soft: '#515b60',
  line: '#b8b1a0',
  sunk: '#ece7db',
  harbour: '#0d5566',
  good: '#1b6a45',
  bad: '#943a28',
} as const;

export const VERDICT_INK: Readonly<Record<Verdict, string>> = {
  serve: '#1b6a45',
  watch: '#835300',
  charge: '#1f569a',
  retire: '#943a28',
  quarantine: '#7a1f6b',
  undecided: '#566067',
};
