import type { Problem, Result } from '@/core/quantity/result';

/** What a write comes back with: the server's answer, or that there was none. */
export type Reply<T> = (Result<T> & { readonly failure?: string }) | { readonly unreachable: true };

/** Sends a write to the server. No answer, or one that is not the application's own, counts as unreachable. */
export async function send<T>(
  path: string,
  body: unknown,
  method: 'POST' | 'PUT' | 'DELETE' = 'POST',
): Promise<Reply<T>> {
  try {
    const response = await fetch(path, {
      method,
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
    return (await response.json()) as Reply<T>;
  } catch {
    return { unreachable: true };
  }
}

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
    const response = await fetch(path, { cache: 'no-store' });
    return (await response.json()) as Reply<T>;
  } catch {
    return { unreachable: true };
  }
}
