import type { Answer } from './answer';

/** The value of an answer that must be one. */
export function granted<T>(answer: Answer<T>): T {
  if (answer.ok) return answer.value;
  throw new Error(answer.problems.map(({ message }) => message).join('; '));
}

/** What is wrong, a message each; none where nothing is. */
export const messagesOf = (answer: Answer<unknown>): string[] =>
  answer.ok ? [] : answer.problems.map(({ message }) => message);
