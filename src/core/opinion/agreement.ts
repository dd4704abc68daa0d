import type { Assessment } from '../assessment/assess';
import type { FindingCode } from '../assessment/finding';
import type { Verdict } from '../assessment/verdict';
import { EXPLANATION_FACTS, type Explanation } from './explanations';
import type { SecondOpinion } from './second-opinion';

/** What a verdict would have to be for an explanation to agree with it. */
const FITTING: Readonly<Record<Explanation, readonly Verdict[]>> = {
  sound: ['serve', 'watch', 'undecided'],
  low_charge: ['charge', 'undecided'],
  worn: ['watch', 'retire', 'charge', 'undecided'],
  sulphated: ['watch', 'retire', 'charge', 'undecided'],
  shorted_cell: ['retire', 'charge', 'undecided', 'quarantine'],
  joint: ['retire', 'watch', 'charge', 'undecided'],
  joint_under_current: ['retire', 'watch', 'charge', 'undecided'],
  shed_plates: ['retire', 'watch', 'charge', 'undecided'],
  slow_short: ['retire', 'watch', 'charge', 'undecided'],
  stratified: ['charge', 'watch', 'undecided'],
  dried_out: ['retire', 'watch', 'charge', 'undecided'],
  bad_contact: ['undecided', 'charge', 'serve', 'watch'],
};
/** Below this probability the model has no opinion that could disagree. */
const SURE_ENOUGH = 0.6;

/** Findings that send a sound battery to the charger all the same: the model sees the same in it. */
const SOUND_BUT_CHARGED: ReadonlySet<FindingCode> = new Set([
  'charge_before_service',
  'charge_after_discharge',
  'level_low',
]);

/** A sentence where the model and the rules do not go together; null where they do, or the model is not sure. */
export function disagreement(
  { likelihoods }: SecondOpinion,
  { verdict, decidedBy }: Pick<Assessment, 'verdict' | 'decidedBy'>,
): string | null {
  const [first] = likelihoods;
  if (!first || first.probability < SURE_ENOUGH || verdict === 'quarantine') return null;
  if (FITTING[first.explanation].includes(verdict)) return null;
  if (first.explanation === 'sound' && SOUND_BUT_CHARGED.has(decidedBy)) return null;
  const { label } = EXPLANATION_FACTS[first.explanation];
  return `The model sees it otherwise than the rules: ${label.toLowerCase()}, ${Math.round(100 * first.probability)} %. The rules decide; look again before you do.`;
}
