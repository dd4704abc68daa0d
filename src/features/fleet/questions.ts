import { type FleetQuery, fleetQueryText, type ListQuestion } from '@/core/exchange/fleet-query';

/** The questions that a lead asks of the fleet: each has an address of its own. */
export const QUESTIONS = {
  first: { label: 'What first', asks: 'Dearest to leave as it is: what failing costs, by its chance' },
  aging: { label: 'Aging fast', asks: 'Which units age fastest?' },
  winter: { label: 'This winter', asks: 'Which will not last: first to cross the line' },
  cold: { label: 'Cold mornings', asks: 'What will not start when it is so cold?' },
  due: { label: 'Due', asks: 'Which are to be looked at next?' },
  buy: { label: 'Plan', asks: 'What to change and to buy, month by month, and what that costs' },
  sets: { label: 'Sets', asks: 'Which drift apart, and what goes together off the shelf?' },
  vehicles: { label: 'Hard on batteries', asks: 'Which vehicle wears its batteries out?' },
  idle: { label: 'Idle', asks: 'What stands unused and needs a charge?' },
  warranty: { label: 'Warranty', asks: 'What was retired within its warranty, and which slips prove it?' },
  instruments: { label: 'Reads off', asks: 'Which instrument reads high, or low?' },
} as const;
export type Question = keyof typeof QUESTIONS;

export const isQuestion = (word: string): word is Question => Object.hasOwn(QUESTIONS, word);

export const addressOf = (question: Question) => (question === 'first' ? '/fleet' : `/fleet/${question}`);

/** The address of a list as it is asked for. */
export function addressFor(question: ListQuestion, asked: FleetQuery): string {
  const query = fleetQueryText(asked, question);
  return query === '' ? addressOf(question) : `${addressOf(question)}?${query}`;
}
