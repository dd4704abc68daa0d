import 'server-only';
import type { Problem } from '@/core/quantity/result';
import { type Answer, type Failure, refusedSaying } from './answer';
import { limitsOf, type RouteLimits } from './doors/limits';
import { readText, spool } from './doors/read-body';

const STATUS: Readonly<Record<Failure, number>> = {
  input: 422,
  missing: 404,
  conflict: 409,
  store: 503,
  may_not: 403,
  signed_out: 401,
};

/** The limits of the door that a request came through. A route without any is a fault of ours. */
export function doorOf(request: Request): RouteLimits {
  const { pathname } = new URL(request.url);
  const limits = limitsOf(request.method, pathname);
  if (!limits) throw new Error(`${request.method} ${pathname} has no limits`);
  return limits;
}

/** The lines of a body that is no JSON. */
export function linesOf(request: Request) {
  return readText(request, doorOf(request));
}

/** A body that was written to disk as it came, however long it is. */
export function spooled(request: Request) {
  return spool(request, doorOf(request));
}

/** Waits for an answer no longer than its door does; what was begun goes on to its end, whole or not at all. */
export async function inTime<T>({ answerMs }: RouteLimits, work: Promise<Answer<T>>): Promise<Answer<T>> {
  let timer: NodeJS.Timeout | undefined;
  const late = new Promise<Answer<T>>((told) => {
    timer = setTimeout(() => told(refusedSaying('store', 'server', TOO_LONG)), answerMs);
  });
  try {
    return await Promise.race([work, late]);
  } finally {
    clearTimeout(timer);
    work.catch(() => undefined);
  }
}

const TOO_LONG = 'The server is busy and has not come to it yet. It is tried again.';

/** An answer as JSON, with the status that fits it. */
export function respond<T>(answer: Answer<T>): Response {
  const status = answer.ok ? 200 : STATUS[answer.failure ?? 'input'];
  return Response.json(answer, { status, headers: { 'cache-control': 'no-store' } });
}

/** Says what is wrong with what was sent. */
export function refuseInput(...problems: readonly Problem[]): Response {
  return respond({ ok: false, problems, failure: 'input' });
}

/** One value of an address: the first, where somebody gave it twice. Longer than anything of ours is none. */
export function asked(request: Request, name: string): string | null {
  const value = new URL(request.url).searchParams.get(name);
  return value !== null && value.length <= LONGEST_ASKED ? value : null;
}

const LONGEST_ASKED = 4000;

/** Answers with a file that is written piece by piece while it is sent. */
export function sendFile(pieces: AsyncGenerator<string | Uint8Array>, name: string, type: string): Response {
  const encoder = new TextEncoder();
  const body = new ReadableStream<Uint8Array>({
    async pull(controller) {
      try {
        const { done, value } = await pieces.next();
        if (done) controller.close();
        else controller.enqueue(typeof value === 'string' ? encoder.encode(value) : value);
      } catch (error) {
        // A file that ends early must not look like a whole one.
        controller.error(error);
      }
    },
    async cancel() {
      await pieces.return(undefined);
    },
  });
  return new Response(body, { headers: fileHeaders(name, type) });
}

/** Answers with a page of paper, shown by the browser. */
export function sendPaper(pdf: Uint8Array): Response {
  return new Response(new Uint8Array(pdf), {
    headers: { 'content-type': 'application/pdf', 'cache-control': 'no-store' },
  });
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

/** What a request says beside its body, as JSON in its address. */
export function metaOf(request: Request): unknown {
  try {
    return JSON.parse(asked(request, 'meta') ?? '');
  } catch {
    return undefined;
  }
}

/** How a long write tells how far it is, and learns that nobody waits for it any more. */
export interface Watched {
  readonly onProgress: (progress: Readonly<Record<string, number>>) => void;
  readonly signal: AbortSignal;
}
