import 'server-only';
import { tooLarge } from '@/core/exchange/import/limits';
import { type Problem, problem } from '@/core/quantity/result';
import type { Answer, Failure } from './answer';

const STATUS: Readonly<Record<Failure, number>> = { input: 422, missing: 404, conflict: 409, store: 503 };

/** The longest body that any write of a screen needs; a longer one is refused before it is read as JSON. */
const LONGEST_BODY = 100_000;

/** Answers a request with what a use case makes of its JSON body. */
export async function answerTo<T>(
  request: Request,
  work: (input: unknown) => Promise<Answer<T>>,
  longest = LONGEST_BODY,
): Promise<Response> {
  const text = await request.text();
  if (text.length > longest) return refusal(`${text.length} characters`, `at most ${longest}`);
  let input: unknown;
  try {
    input = JSON.parse(text);
  } catch {
    return refusal(text.slice(0, 20), 'JSON');
  }
  return respond(await work(input));
}

/** A rack or the tags of a file are longer than what a screen writes otherwise. */
const LONGEST_LIST = 4_000_000;

/** The same for a body that holds a list. */
export function answerLong<T>(
  request: Request,
  work: (input: unknown) => Promise<Answer<T>>,
): Promise<Response> {
  return answerTo(request, work, LONGEST_LIST);
}

/** An answer as JSON, with the status that fits it. */
export function respond<T>(answer: Answer<T>): Response {
  const status = answer.ok ? 200 : STATUS[answer.failure ?? 'input'];
  return Response.json(answer, { status, headers: { 'cache-control': 'no-store' } });
}

function refusal(found: string, expected: string): Response {
  return respond({ ok: false, problems: [problem('body', found, expected)], failure: 'input' });
}

/** Answers with a file that is written piece by piece while it is sent. */
export function sendFile(pieces: AsyncGenerator<string>, name: string, type: string): Response {
  const encoder = new TextEncoder();
  const body = new ReadableStream<Uint8Array>({
    async pull(controller) {
      const { done, value } = await pieces.next();
      if (done) controller.close();
      else controller.enqueue(encoder.encode(value));
    },
    async cancel() {
      await pieces.return(undefined);
    },
  });
  return new Response(body, { headers: fileHeaders(name, type) });
}

/** The headers under which a browser saves an answer as a file. */
export function fileHeaders(name: string, type: string): Record<string, string> {
  const plain = name.replace(/[^\w.-]+/g, '_');
  return {
    'content-type': type,
    'content-disposition': `attachment; filename="${plain}"; filename*=UTF-8''${encodeURIComponent(name)}`,
    'cache-control': 'no-store',
  };
}

/** A body that is longer than is read is refused by what it says of itself, or as soon as it has grown too long. */
export async function textOf(request: Request, limit: number): Promise<string | Problem> {
  const announced = Number(request.headers.get('content-length') ?? '0');
  const refusal = tooLarge(announced, limit);
  if (refusal || !request.body) return refusal ?? '';
  const decoder = new TextDecoder();
  const pieces: string[] = [];
  let bytes = 0;
  for await (const piece of request.body as unknown as AsyncIterable<Uint8Array>) {
    bytes += piece.byteLength;
    const tooLong = tooLarge(bytes, limit);
    if (tooLong) return tooLong;
    pieces.push(decoder.decode(piece, { stream: true }));
  }
  return pieces.join('') + decoder.decode();
}

/** What a request says beside its body, as JSON in its address. */
export function metaOf(request: Request): unknown {
  try {
    return JSON.parse(new URL(request.url).searchParams.get('meta') ?? '');
  } catch {
    return undefined;
  }
}

/**
 * Answers a long write line by line: how far it is, again and again, and last what it came to. Whoever stops waiting
 * stops the write.
 */
export function answerWatched<T>(
  request: Request,
  work: (watched: { onStored: (runs: number) => void; signal: AbortSignal }) => Promise<Answer<T>>,
): Response {
  const encoder = new TextEncoder();
  const stopped = new AbortController();
  request.signal.addEventListener('abort', () => stopped.abort());
  const body = new ReadableStream<Uint8Array>({
    async start(controller) {
      const send = (value: unknown) => {
        if (!stopped.signal.aborted) controller.enqueue(encoder.encode(`${JSON.stringify(value)}\n`));
      };
      try {
        send(await work({ onStored: (stored) => send({ stored }), signal: stopped.signal }));
      } finally {
        if (!stopped.signal.aborted) controller.close();
      }
    },
    cancel() {
      stopped.abort();
    },
  });
  return new Response(body, {
    headers: { 'content-type': 'application/x-ndjson', 'cache-control': 'no-store' },
  });
}
