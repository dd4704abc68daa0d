import 'server-only';
import { type JournalAct, saidOf } from '@/core/people/journal';
import { type Problem, type Result, succeed } from '@/core/quantity/result';
import { type Answer, answering, refusedSaying } from '@/server/answer';
import type { Context } from '@/server/context';
import { cookieHeader } from '@/server/cookies';
import { readJson, type Spooled } from '@/server/doors/read-body';
import { doorOf, inTime, metaOf, refuseInput, respond, type Watched } from '@/server/http';
import { refusedHere } from '@/server/people/may';
import type { Signed } from '@/server/people/sign-in';
import { type Caller, callerHere, callerOf, logOf, ownContext } from './context';
import { settings } from './settings';
import { reasonOf, saidWho, subjectOf } from './subject-of';

/** Runs a use case for the page that is being drawn, so that a fault of the store becomes an answer. */
export async function answerHere<T>(work: UseCase<T>): Promise<Answer<T>> {
  return answerFor(await callerHere(), work);
}

type UseCase<T> = (context: Context) => Promise<Answer<T>>;

function answerFor<T>(
  caller: Caller,
  work: UseCase<T>,
  act: (() => JournalAct) | null = null,
): Promise<Answer<T>> {
  return answering({ number: caller.number, log: logOf(caller) }, async () =>
    work(await ownContext(caller, act)),
  );
}

/** Answers a request with what a use case makes of its JSON body, read within the limits of its door. */
export async function answerTo<T>(
  request: Request,
  work: (context: Context, input: unknown) => Promise<Answer<T>>,
): Promise<Response> {
  const { read, answer } = await asked(request, work);
  return read ? respond(await answer) : refuseInput(...answer);
}

/** The same where somebody signs in or out: the cookies of the answer are set, and told to no script. */
export async function answerSigning<T>(
  request: Request,
  work: (context: Context, input: unknown) => Promise<Signed<T>>,
): Promise<Response> {
  const { read, answer } = await asked(request, work);
  if (!read) return refuseInput(...answer);
  const signed = await answer;
  if (!signed.ok) return respond(signed);
  const { cookies, told } = signed.value;
  const response = respond(succeed(told));
  for (const cookie of cookies)
    response.headers.append('set-cookie', cookieHeader(cookie, settings().isHttps));
  return response;
}

type Asked<T> =
  | { readonly read: true; readonly answer: Promise<Answer<T>> }
  | { readonly read: false; readonly answer: readonly Problem[] };

/** Reads a body and hands it to a use case, for whoever may do what is asked and speaks for themselves. */
async function asked<T>(
  request: Request,
  work: (context: Context, input: unknown) => Promise<Answer<T>>,
): Promise<Asked<T>> {
  const limits = doorOf(request);
  const read = await readJson(request, limits);
  if (!read.ok) return { read: false, answer: read.problems };
  const caller = callerOf(request.headers);
  const input = read.value;
  const answer = answerFor(
    caller,
    async (context) => (await refusedHere(context, limits, input)) ?? work(context, input),
    actOf(caller, request, input),
  );
  return { read: true, answer: inTime(limits, answer) };
}

/** What stands in the journal of a request that changes something. */
function actOf({ actor, isOpen, deviceId, device }: Caller, request: Request, input: unknown) {
  const path = new URL(request.url).pathname;
  return (): JournalAct => ({
    atMs: Date.now(),
    act: `${request.method} ${path}`,
    ...subjectOf(path, input),
    // Where nobody signs in, whoever a request says to be of is all there is.
    personId: isOpen ? (saidWho(input) ?? actor) : actor,
    device: deviceId ?? device,
    said: saidOf(input),
    reason: reasonOf(input),
  });
}

/** Answers a look, no later than its door waits. */
export async function answerLook<T>(request: Request, work: UseCase<T>): Promise<Response> {
  const limits = doorOf(request);
  const answer = answerFor(
    callerOf(request.headers),
    async (context) => (await refusedHere(context, limits, null)) ?? work(context),
  );
  return respond(await inTime(limits, answer));
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
        const meta = metaOf(request);
        send(
          await answerFor(
            caller,
            async (context) =>
              (await refusedHere(context, doorOf(request), meta)) ?? work(context, path, watched),
            actOf(caller, request, meta),
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
