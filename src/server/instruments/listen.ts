import 'server-only';
import { LONGEST_LINE, readLine } from '@/core/instruments/line';
import { problem } from '@/core/quantity/result';
import { keyedInstruments } from '@/store/instrument-keys';
import type { Context } from '../context';
import { asked, linesOf as readLines, refuseInput } from '../http';
import { eventLines } from './event-lines';
import { instrumentHub } from './hub';

/** Where instruments speak that have no key: an address that answers at /lines; empty where there are none. */
const addressIn = ({ settings }: Context): string => settings.instruments;

/** Whether this bench has instruments at all: at an address, or with keys of their own. */
export async function hasInstruments(context: Context): Promise<boolean> {
  if (addressIn(context) !== '') return true;
  const keyed = await context.store.read(keyedInstruments);
  return keyed.some(({ deviceId }) => deviceId === null || deviceId === context.deviceId);
}

/** What lines are sent as, to the server and on to the instruments: nothing that a page elsewhere can send. */
const LINES_TYPE = 'application/x-integra-lines';
/** Instruments that have not taken a line after so long do not answer, ms. */
const ANSWER_MS = 5000;

/** Passes on what the instruments say, as long as whoever asked listens: those with keys, and those at the address. */
export async function listenToInstruments(context: Context, request: Request): Promise<Response> {
  if (!(await hasInstruments(context))) return new Response(null, { status: 204 });
  const target = targetOf(context, request);
  const said = target === null ? null : await heardAt(target, request.signal);
  if (target && !said?.body) return unreachable(said ? `${said.status}` : 'no answer');
  const hub = instrumentHub();
  return eventLines(request.signal, ({ send, close }) => {
    const unheard = hub.listen(context.deviceId, send);
    if (said?.body)
      void passOn(said.body, (line) => {
        // What an instrument of the shop is called by nobody else speaks for.
        const name = readLine(line);
        if (name.ok && hub.at(context.deviceId, name.value.instrument)) return;
        send(line);
      }).finally(close);
    return unheard;
  });
}

const heardAt = (target: string, signal: AbortSignal): Promise<Response | null> =>
  fetch(target, { signal, cache: 'no-store' }).catch(() => null);

/** The lines of a stream of events, one after the other. */
async function passOn(body: ReadableStream<Uint8Array>, take: (line: string) => void): Promise<void> {
  const reader = body.getReader();
  const text = new TextDecoder();
  let rest = '';
  try {
    for (let piece = await reader.read(); !piece.done; piece = await reader.read()) {
      const lines = (rest + text.decode(piece.value, { stream: true })).split('\n');
      rest = lines.pop() ?? '';
      for (const line of lines) if (line.startsWith('data: ')) take(line.slice('data: '.length));
    }
  } catch {
    // The instruments, or whoever listened, have gone.
  }
}

/** Passes lines on to the instruments that they are for. */
export async function tellInstruments(context: Context, request: Request): Promise<Response> {
  const text = await readLines(request);
  if (!text.ok) return refuseInput(...text.problems);
  const lines = text.value.split('\n');
  const long = lines.find((line) => line.length > LONGEST_LINE);
  if (long !== undefined) return refuseInput(problem('line', long, `at most ${LONGEST_LINE} characters`));
  const elsewhere = lines.filter((line) => !toldHere(context, line));
  if (elsewhere.every((line) => line.trim() === '')) return new Response(null, { status: 204 });
  const target = targetOf(context, request);
  if (!target) return unreachable('no instruments');
  try {
    const heard = await fetch(target, {
      method: 'POST',
      headers: { 'content-type': LINES_TYPE },
      body: elsewhere.join('\n'),
      signal: AbortSignal.timeout(ANSWER_MS),
    });
    return heard.ok ? new Response(null, { status: 204 }) : unreachable(`${heard.status}`);
  } catch {
    return unreachable('no answer');
  }
}

/** Hands a line to the instrument with a key that it is for; whether there is one. */
function toldHere({ deviceId }: Context, line: string): boolean {
  const read = readLine(line);
  const speaker = read.ok ? instrumentHub().at(deviceId, read.value.instrument) : undefined;
  speaker?.hand(line.trim());
  return speaker !== undefined;
}

function targetOf(context: Context, request: Request): string | null {
  const address = addressIn(context);
  if (address === '') return null;
  return `${address}/lines?place=${encodeURIComponent(asked(request, 'place') ?? 'bench')}`;
}

function unreachable(found: string): Response {
  const problems = [problem('instruments', found, 'the bench’s instruments to answer')];
  return Response.json({ ok: false, problems, failure: 'store' }, { status: 503 });
}
