import { fail, problem, type Result, succeed } from '../quantity/result';
import { tidyLine } from '../quantity/written-text';
import { TAG_LENGTH } from './battery-label';

/**
 * A tag counted on by some steps, its leading noughts kept. One that ends without a number stays as it is.
 * @example countedOn('FH-0099', 2) // 'FH-0101'
 */
export function countedOn(tag: string, steps: number): string {
  const [, stem = tag, digits] = /^(.*?)(\d{1,12})$/.exec(tag) ?? [];
  return digits === undefined ? tag : `${stem}${String(Number(digits) + steps).padStart(digits.length, '0')}`;
}

/** The most tags that are counted on in one go, as many as labels are printed. */
export const MOST_IN_SERIES = 1000;

/** Tags counted on from a first one, for labels of batteries that are still to come. */
export function tagSeries(first: string, count: number): Result<string[]> {
  const tag = tidyLine(first);
  if (!/\d$/.test(tag))
    return fail(problem('first', first, 'a tag that ends with a number, such as FH-0201'));
  if (!Number.isInteger(count) || count < 1 || count > MOST_IN_SERIES) {
    return fail(problem('count', count, `a whole number from 1 to ${MOST_IN_SERIES}`));
  }
  const tags = Array.from({ length: count }, (_, at) => countedOn(tag, at));
  const longest = tags.at(-1) ?? '';
  return longest.length > TAG_LENGTH
    ? fail(problem('first', longest, `at most ${TAG_LENGTH} characters`))
    : succeed(tags);
}
