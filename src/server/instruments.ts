import 'server-only';
import { LONGEST_LINE } from '@/core/instruments/line';
import { problem } from '@/core/quantity/result';
import type { Context } from './context';
import { asked, linesOf as readLines, refuseInput } from './http';

/** Where the shop's instruments speak, as an address that answers at /lines; empty where there are none. */
function instrumentsAddress(context: Context): string {
  return context.settings.instruments;
}

/** Whether this bench has instruments at all. */
export function hasInstruments(context: Context): boolean {
  return instrumentsAddress(context) !== '';
}

/** What lines are sent as, to the server and on to the instruments: nothing that a page elsewhere can send. */
const LINES_TYPE = 'application/x-integra-lines';
/** Instruments that have not taken a line after so long do not answer, ms. */
const ANSWER_MS = 5000;

/** Passes on what the instruments say, as long as whoever asked listens. */
export async function listenToInstruments(context: Context, request: Request): Promise<Response> {
  const target = linesOf(context, request);
  if (!target) return new Response(null, { status: 204 });
  try {
    const said = await fetch(target, { signal: request.signal, cache: 'no-store' });
    if (!said.ok || !said.body) return unreachable(`${said.status}`);
    return new Response(said.body, {
      headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store, no-transform' },
    });
  } catch {
    return unreachable('no answer');
  }
}

/** Passes lines on to the instruments. */
export async function tellInstruments(context: Context, request: Request): Promise<Response> {
  const target = linesOf(context, request);
  if (!target) return unreachable('no instruments');
  const text = await readLines(request);
  if (!text.ok) return refuseInput(...text.problems);
  const long = text.value.split('\n').find((line) => line.length > LONGEST_LINE);
  if (long !== undefined) return refuseInput(problem('line', long, `at most ${LONGEST_LINE} characters`));
  try {
    const heard = await fetch(target, {
      method: 'POST',
      headers: { 'content-type': LINES_TYPE },
      body: text.value,
      signal: AbortSignal.timeout(ANSWER_MS),
    });
    return heard.ok ? new Response(null, { status: 204 }) : unreachable(`${heard.status}`);
  } catch {
    return unreachable('no answer');
  }
}

function linesOf(context: Context, request: Request): string | null {
  if (!hasInstruments(context)) return null;
  const place = asked(request, 'place') ?? 'bench';
  return `${instrumentsAddress(context)}/lines?place=${encodeURIComponent(place)}`;
}

function unreachable(found: string): Response {
  const problems = [problem('instruments', found, 'the bench’s instruments to answer')];
  return Response.json({ ok: false, problems, failure: 'store' }, { status: 503 });
}
