import 'server-only';
import { LONGEST_LINE } from '@/core/instruments/line';
import { problem } from '@/core/quantity/result';
import { instrumentByKey, type KeptInstrument } from '@/store/instrument-keys';
import { refusedSaying } from '../answer';
import type { Context } from '../context';
import { linesOf, refuseInput, respond } from '../http';
import { hashOfToken } from '../people/tokens';
import { instrumentHub, type Speaker } from './hub';

/** A link that says nothing is cut by what lies between, and one that was cut is noticed by it, ms. */
const HEARTBEAT_MS = 10_000;
const encoder = new TextEncoder();

/** An instrument is there for as long as it listens here: what it is asked for comes as events. */
export async function attendAsked(context: Context, request: Request): Promise<Response> {
  const instrument = await ofKey(context, request);
  if (!instrument) return unknownKey();
  const hub = instrumentHub();
  const { id, name, kind, label, deviceId } = instrument;
  let speaker: Speaker | undefined;
  let timer: NodeJS.Timeout | undefined;
  const gone = () => {
    clearInterval(timer);
    if (speaker) hub.leave(id, speaker);
  };
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      const enqueue = (text: string) => {
        try {
          controller.enqueue(encoder.encode(text));
        } catch {
          gone();
        }
      };
      const close = () => {
        clearInterval(timer);
        try {
          controller.close();
        } catch {
          // It has gone by itself.
        }
      };
      const hand = (line: string) => enqueue(`data: ${line}\n\n`);
      speaker = { id, name, kind, label, deviceId, hand, close };
      hub.join(speaker);
      enqueue(': attached\n\n');
      timer = setInterval(() => enqueue(': still here\n\n'), HEARTBEAT_MS);
      timer.unref();
      request.signal.addEventListener('abort', gone);
    },
    cancel: gone,
  });
  const headers = { 'content-type': 'text/event-stream', 'cache-control': 'no-store, no-transform' };
  return new Response(stream, { headers });
}

/** What an instrument says. Only readings and states of its own are passed on. */
export async function sayAsked(context: Context, request: Request): Promise<Response> {
  const instrument = await ofKey(context, request);
  if (!instrument) return unknownKey();
  const text = await linesOf(request);
  if (!text.ok) return refuseInput(...text.problems);
  const lines = text.value.split('\n').filter((line) => line.trim() !== '');
  const long = lines.find((line) => line.length > LONGEST_LINE);
  if (long !== undefined) return refuseInput(problem('line', long, `at most ${LONGEST_LINE} characters`));
  const hub = instrumentHub();
  if (!hub.present.has(instrument.id)) return respond(refusedSaying('conflict', 'instrument', NOT_THERE));
  const taken = hub.say(instrument.id, lines);
  if (taken < lines.length)
    return refuseInput(
      problem('line', lines.find((line) => !/^(reading|state) /.test(line)) ?? '', EXPECTED),
    );
  return new Response(null, { status: 204 });
}

const EXPECTED = 'a line that begins with reading or state';
const NOT_THERE = 'This instrument does not listen: open its link first.';

async function ofKey(context: Context, request: Request): Promise<KeptInstrument | undefined> {
  const [, key] = /^Bearer ([\w-]{20,100})$/.exec(request.headers.get('authorization') ?? '') ?? [];
  return key ? context.store.read((database) => instrumentByKey(database, hashOfToken(key))) : undefined;
}

const unknownKey = () =>
  respond(refusedSaying('signed_out', 'key', 'This key is of no instrument here, or it was ended.'));
