import 'server-only';
import { LONGEST_LINE } from '@/core/instruments/line';
import { problem } from '@/core/quantity/result';
import { instrumentByKey, type KeptInstrument } from '@/store/instrument-keys';
import { refusedSaying } from '../answer';
import type { Context } from '../context';
import { linesOf, refuseInput, respond } from '../http';
import { hashOfToken } from '../people/tokens';
import { eventLines } from './event-lines';
import { instrumentHub, type Speaker } from './hub';

/** An instrument is there for as long as it listens here: what it is asked for comes as events. */
export async function attendAsked(context: Context, request: Request): Promise<Response> {
  const instrument = await ofKey(context, request);
  if (!instrument) return unknownKey();
  const hub = instrumentHub();
  const { id, name, kind, label, deviceId } = instrument;
  return eventLines(request.signal, ({ send, close }) => {
    const speaker: Speaker = { id, name, kind, label, deviceId, hand: send, close };
    hub.join(speaker);
    return () => hub.leave(id, speaker);
  });
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
