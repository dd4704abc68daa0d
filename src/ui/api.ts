import type { Problem, Result } from '@/core/quantity/result';
import { heard } from './page-answers';

/** What a write comes back with: the server's answer, or that there was none. */
export type Reply<T> = (Result<T> & { readonly failure?: string }) | { readonly unreachable: true };

/** How a write is sent, beside where to and what. */
interface Sending {
  readonly method?: 'POST' | 'PUT' | 'DELETE';
  /** It counts as unanswered after so long, ms. */
  readonly timeoutMs?: number;
  /** It is sent to its end though the page is left meanwhile; for little. */
  readonly keepalive?: boolean;
}

/** Longest that anybody waits for an ordinary answer, ms. */
const ANSWER_MS = 20_000;

/** Sends a write to the server. No answer in time, or one that is not the application's own, counts as unreachable. */
export async function send<T>(
  path: string,
  body: unknown,
  { method = 'POST', timeoutMs = ANSWER_MS, keepalive = false }: Sending = {},
): Promise<Reply<T>> {
  try {
    const response = await fetch(path, {
      method,
      keepalive,
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
      signal: AbortSignal.timeout(timeoutMs),
    });
    heard(true);
    return await replyOf<T>(response);
  } catch {
    heard(false);
    return { unreachable: true };
  }
}

/** An answer of the application has its form; whatever else stands between may answer too, and is none. */
async function replyOf<T>(response: Response): Promise<Reply<T>> {
  const reply: unknown = await response.json();
  const own = typeof reply === 'object' && reply !== null && 'ok' in reply;
  if (!own) return { unreachable: true };
  // Whoever is asked to sign in does, and it is sent again.
  if (response.status === SIGNED_OUT) window.dispatchEvent(new Event(SIGNED_OUT_EVENT));
  // A fault of the server or of its limits may pass by itself.
  const passing = response.status >= 500 || response.status === 429 || response.status === SIGNED_OUT;
  return (passing ? { ...reply, failure: 'store' } : reply) as Reply<T>;
}

const SIGNED_OUT = 401;

/** Told to the page when the server asks who this is. */
export const SIGNED_OUT_EVENT = 'integra:signed-out';

/** The problems to show for a reply that did not succeed. */
export function problemsOf(reply: Reply<unknown>): readonly Problem[] {
  if ('unreachable' in reply) return [NO_ANSWER];
  return reply.ok ? [] : reply.problems;
}

const NO_ANSWER: Problem = {
  field: 'server',
  found: '',
  expected: '',
  message: 'The server does not answer. Nothing was lost: what you typed is still here. Try again.',
};

/** Asks the server for something that is there to be read. */
export async function fetchAnswer<T>(path: string): Promise<Reply<T>> {
  try {
    const response = await fetch(path, { cache: 'no-store', signal: AbortSignal.timeout(ANSWER_MS) });
    heard(true);
    return await replyOf<T>(response);
  } catch {
    heard(false);
    return { unreachable: true };
  }
}
