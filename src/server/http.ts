import 'server-only';
import { problem } from '@/core/quantity/result';
import type { Answer, Failure } from './answer';

const STATUS: Readonly<Record<Failure, number>> = { input: 422, missing: 404, conflict: 409, store: 503 };

/** The longest body that any write of a screen needs; a longer one is refused before it is read as JSON. */
const LONGEST_BODY = 100_000;

/** Answers a request with what a use case makes of its JSON body. */
export async function answerTo<T>(
  request: Request,
  work: (input: unknown) => Promise<Answer<T>>,
): Promise<Response> {
  const text = await request.text();
  if (text.length > LONGEST_BODY) return refusal(`${text.length} characters`, `at most ${LONGEST_BODY}`);
  let input: unknown;
  try {
    input = JSON.parse(text);
  } catch {
    return refusal(text.slice(0, 20), 'JSON');
  }
  return respond(await work(input));
}

/** An answer as JSON, with the status that fits it. */
export function respond<T>(answer: Answer<T>): Response {
  const status = answer.ok ? 200 : STATUS[answer.failure ?? 'input'];
  return Response.json(answer, { status, headers: { 'cache-control': 'no-store' } });
}

function refusal(found: string, expected: string): Response {
  return respond({ ok: false, problems: [problem('body', found, expected)], failure: 'input' });
}
