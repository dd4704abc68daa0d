import { type Problem, problem } from '../quantity/result';
import { currentReadings } from './current-readings';
import type { Reading } from './reading';
import { impossibleBeside } from './registry';
import type { Beside } from './step';

/**
 * What is impossible about a reading in its run: a voltage that this battery cannot show, a voltage under load above the
 * open one, a correction without its reason. Empty when nothing is. What it supersedes is not held against it.
 */
export function checkInRun(reading: Reading, others: readonly Reading[], nominalVolts: number): Problem[] {
  const beside = others.filter(({ id }) => id !== reading.supersedesId);
  return impossibleIn(reading, { current: currentReadings(beside), nominalVolts });
}

/** The same where the readings have been sorted out already. */
export function impossibleIn(reading: Reading, beside: Beside): Problem[] {
  return [...impossibleBeside(reading, beside), ...correctionProblems(reading)];
}

function correctionProblems({ kind, supersedesId, reason }: Reading): Problem[] {
  if (supersedesId !== null && reason === null)
    return [problem('reason', reason, 'why the earlier reading was wrong')];
  if (kind === 'withdrawal' && supersedesId === null) {
    return [problem('supersedesId', supersedesId, 'the reading that is taken back')];
  }
  return [];
}
