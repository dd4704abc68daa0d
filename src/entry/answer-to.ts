import 'server-only';
import { type Result, succeed } from '@/core/quantity/result';
import { type Answer, answering, refusedSaying } from '@/server/answer';
import type { Context } from '@/server/context';
import { readJson, type Spooled } from '@/server/doors/read-body';
import { doorOf, inTime, refuseInput, respond, type Watched } from '@/server/http';
import { type Caller, callerHere, callerOf, logOf, ownContext } from './context';

/** Runs a use case for the page that is being drawn, so that a fault of the store becomes an answer. */
export async function answerHere<T>(work: UseCase<T>): Promise<Answer<T>> {
  return answerFor(await callerHere(), work);
}

type UseCase<T> = (context: Context) => Promise<Answer<T>>;

function answerFor<T>(caller: Caller, work: UseCase<T>): Promise<Answer<T>> {
  return answering({ number: caller.number, log: logOf(caller) }, async () => work(await ownContext(caller)));
}

/** Answers a request with what a use case makes of its JSON body, read within the limits of its door. */
export async function answerTo<T>(
  request: Request,
  work: (context: Context, input: unknown) => Promise<Answer<T>>,
): Promise<Response> {
  const limits = doorOf(request);
  const read = await readJson(request, limits);
  if (!read.ok) return refuseInput(...read.problems);
  const answer = answerFor(callerOf(request.headers), (context) => work(context, read.value));
  return respond(await inTime(limits, answer));
}

/** Answers a look, no later than its door waits. */
export async function answerLook<T>(request: Request, work: UseCase<T>): Promise<Response> {
  return respond(await inTime(doorOf(request), answerFor(callerOf(request.headers), work)));
}

/** Answers with something else than JSON, a file or a page of paper; a fault of the store is told all the same. */
export async function answerWith(work: (context: Context) => Promise<Response>): Promise<Response> {
  const answer = await answerHere(async (context) => succeed(await work(context)));
  return answer.ok ? answer.value : respond(answer);
}

/**
 * Answers a long write line by line: how far it is, again and again, and last what it came to. Whoever stops waiting
 * stops the write. The body was written to disk, and is gone with the answer.
 */
export async function answerWatched<T>(
  request: Request,
  body: Result<Spooled>,
  work: (context: Context, path: string, watched: Watched) => Promise<Answer<T>>,
): Promise<Response> {
  if (!body.ok) return refuseInput(...body.problems);
  const caller = callerOf(request.headers);
  const log = logOf(caller);
  const { path, remove } = body.value;
  const encoder = new TextEncoder();
  const stopped = new AbortController();
  request.signal.addEventListener('abort', () => stopped.abort());
  const stream = new ReadableStream<Uint8Array>({
    async start(controller) {
      const send = (value: unknown) => {
        if (!stopped.signal.aborted) controller.enqueue(encoder.encode(`${JSON.stringify(value)}\n`));
      };
      const watched: Watched = { onProgress: send, signal: stopped.signal };
      try {
        send(
          await answering({ number: caller.number, log }, async () =>
            work(await ownContext(caller), path, watched),
          ),
        );
      } catch (error) {
        log.error(error);
        const message = `Something went wrong here; nothing was stored. (The log says more under ${caller.number}.)`;
        send(refusedSaying('store', 'server', message));
      } finally {
        await remove();
        if (!stopped.signal.aborted) controller.close();
      }
    },
    cancel() {
      stopped.abort();
    },
  });
  return new Response(stream, {
    headers: { 'content-type': 'application/x-ndjson', 'cache-control': 'no-store' },
  });
}
