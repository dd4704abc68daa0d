import 'server-only';
import { LONGEST_LINE } from '@/core/instruments/line';
import { problem } from '@/core/quantity/result';
import { textOf } from './http';

/** Where the shop's instruments speak, as an address that answers at /lines; empty where there are none. */
function instrumentsAddress(): string {
  return process.env.INTEGRA_INSTRUMENTS ?? '';
}

/** Whether this bench has instruments at all. */
export function hasInstruments(): boolean {
  return instrumentsAddress() !== '';
}

const MOST_LINES = 20;

/** Passes on what the instruments say, as long as whoever asked listens. */
export async function listenToInstruments(request: Request): Promise<Response> {
  const target = linesOf(request);
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
export async function tellInstruments(request: Request): Promise<Response> {
  const target = linesOf(request);
  if (!target) return unreachable('no instruments');
  const text = await textOf(request, LONGEST_LINE * MOST_LINES);
  if (typeof text !== 'string') return Response.json({ ok: false, problems: [text] }, { status: 422 });
  try {
    const heard = await fetch(target, { method: 'POST', body: text });
    return heard.ok ? new Response(null, { status: 204 }) : unreachable(`${heard.status}`);
  } catch {
    return unreachable('no answer');
  }
}

function linesOf(request: Request): string | null {
  if (!hasInstruments()) return null;
  const place = new URL(request.url).searchParams.get('place') ?? 'bench';
  return `${instrumentsAddress()}/lines?place=${encodeURIComponent(place)}`;
}

function unreachable(found: string): Response {
  const problems = [problem('instruments', found, 'the bench’s instruments to answer')];
  return Response.json({ ok: false, problems, failure: 'store' }, { status: 503 });
}
