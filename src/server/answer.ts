import 'server-only';
import { fail, problem, type Result } from '@/core/quantity/result';
import { isStoreFault, isUnknownReference } from '@/store/fault';
import type { Context } from './context';

/** What a use case answers: its value, or why not, with the kind of failure that the caller acts on. */
export type Answer<T> = Result<T> & { readonly failure?: Failure };

/**
 * `input`: mend it and send again. `missing`: it does not exist. `conflict`: it has changed. `store`: try later.
 * `may_not`: another role may. `signed_out`: sign in, and send it again.
 */
export type Failure = 'input' | 'missing' | 'conflict' | 'store' | 'may_not' | 'signed_out';

export function refused(failure: Failure, field: string, found: unknown, expected: string): Answer<never> {
  return { ...fail(problem(field, found, expected)), failure };
}

/** A failure told in a sentence of its own rather than as a field and what it should hold. */
export function refusedSaying(failure: Failure, field: string, message: string): Answer<never> {
  return { ...fail({ field, found: '', expected: '', message }), failure };
}

/**
 * Runs a use case so that a fault of the database becomes an answer with its message; broken code still throws. What is
 * logged is found there under the number that the message quotes.
 */
export async function answering<T>(
  { log, number }: Pick<Context, 'log' | 'number'>,
  work: () => Promise<Answer<T>>,
): Promise<Answer<T>> {
  try {
    return await work();
  } catch (error) {
    if (isUnknownReference(error)) return refusedSaying('input', 'technicianId', WHO);
    if (!isStoreFault(error)) throw error;
    if (PASSING.has(error.kind)) return refusedSaying('store', 'database', error.message);
    log.error(error);
    return refusedSaying('store', 'database', `${error.message} (The log says more under ${number}.)`);
  }
}

/** Faults that pass by themselves and that nobody needs to read of in the log. */
const PASSING: ReadonlySet<string> = new Set(['restoring', 'stopping', 'busy']);

const WHO =
  'Whoever is at the bench is not known here. Choose a name at the top of the screen, then send it again.';
