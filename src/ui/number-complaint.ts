import { checkEntry, type Quantity } from '@/core/quantity/entry';
import { typedNumber } from './typed-number';

/** What is wrong with a typed number, as a sentence; true when nothing is. */
export function numberComplaint(quantity: Quantity, text: string): string | true {
  const value = typedNumber(text);
  if (value === null) return true;
  const check = checkEntry(quantity, value, 12);
  return check.kind === 'refused' ? `Found ${text}, expected ${check.problem.expected}` : true;
}

/** A question about a number that can be but is unusual. */
export function numberQuestion(quantity: Quantity, text: string): string | null {
  const value = typedNumber(text);
  const check = value === null || Number.isNaN(value) ? null : checkEntry(quantity, value, 12);
  return check?.kind === 'doubtful' ? check.question : null;
}
