import { createServer, type IncomingMessage, type ServerResponse } from 'node:http';
import { BEAT_MS, SimulatedBench } from '@/core/instruments/simulated-bench';
import { SimulatedVehicle } from '@/core/instruments/simulated-vehicle';
import { seededChance } from '@/core/quantity/chance';

/** Stands in for instruments: one simulated bench or vehicle a place, spoken to in lines. See docs/formats/lines.md. */

const HOST = process.env.HOST ?? '127.0.0.1';
const PORT = Number(process.env.PORT ?? 3100);
/** A place that nobody listens to is cleared away after so long. */
const IDLE_MS = 10 * 60_000;
const CHARGING_IDLE_MS = 48 * 3_600_000;
const MOST_PLACES = 50;
const LONGEST_BODY = 10_000;
/** Where the noise begins: by the clock, unless it is to be the same each time. */
const SEED = process.env.SEED === undefined ? null : Number(process.env.SEED);
/** Places of this beginning stand before a vehicle, all others at a bench. */
const VEHICLE_PLACE = 'vehicle-';
const PLACE = /^[\w-]{1,64}$/;

interface Place {
  readonly bench: SimulatedBench | SimulatedVehicle;
  readonly listeners: Set<ServerResponse>;
  readonly timer: ReturnType<typeof setInterval>;
  idleSinceMs: number;
}

const places = new Map<string, Place>();

function placeOf(name: string): Place | null {
  const known = places.get(name);
  if (known) return known;
  if (places.size >= MOST_PLACES) return null;
  const chance = seededChance((SEED ?? Date.now()) >>> 0);
  const bench = name.startsWith(VEHICLE_PLACE) ? new SimulatedVehicle(chance) : new SimulatedBench(chance);
  const place: Place = {
    bench,
    listeners: new Set(),
    timer: setInterval(() => beat(name), BEAT_MS),
    idleSinceMs: Date.now(),
  };
  places.set(name, place);
  return place;
}

function beat(name: string): void {
  const place = places.get(name);
  if (!place) return;
  // A charge goes on while nobody looks, and is forgotten after two days all the same.
  const isCharging = place.bench instanceof SimulatedBench && place.bench.charging;
  const idleMs = isCharging ? CHARGING_IDLE_MS : IDLE_MS;
  if (place.listeners.size === 0 && Date.now() - place.idleSinceMs > idleMs) {
    clearInterval(place.timer);
    places.delete(name);
    return;
  }
  tell(place, place.bench.beat());
}

function tell({ listeners }: Place, lines: readonly string[]): void {
  if (lines.length === 0) return;
  const text = lines.map((line) => `data: ${line}\n\n`).join('');
  for (const listener of listeners) listener.write(text);
}

function listen(place: Place, response: ServerResponse): void {
  response.writeHead(200, { 'content-type': 'text/event-stream', 'cache-control': 'no-store' });
  place.listeners.add(response);
  response.write(
    place.bench
      .hello()
      .map((line) => `data: ${line}\n\n`)
      .join(''),
  );
  response.on('close', () => {
    place.listeners.delete(response);
    place.idleSinceMs = Date.now();
  });
}

async function obey(place: Place, request: IncomingMessage, response: ServerResponse): Promise<void> {
  let text = '';
  for await (const piece of request) {
    text += String(piece);
    if (text.length > LONGEST_BODY) {
      response.writeHead(413).end(`expected at most ${LONGEST_BODY} characters\n`);
      return;
    }
  }
  for (const line of text.split('\n')) {
    if (line.trim() !== '') tell(place, place.bench.command(line));
  }
  response.writeHead(204).end();
}

const LINES_TYPE = 'application/x-integra-lines';

const server = createServer((request, response) => {
  const url = new URL(request.url ?? '/', `http://${HOST}`);
  const name = url.searchParams.get('place') ?? 'bench';
  if (url.pathname !== '/lines' || !PLACE.test(name)) {
    response.writeHead(404).end('expected /lines?place=name\n');
    return;
  }
  // Any page open in a browser of this machine can post here; only a program can say this kind of content.
  if (request.method === 'POST' && request.headers['content-type'] !== LINES_TYPE) {
    response.writeHead(415).end(`expected content of the type ${LINES_TYPE}\n`);
    return;
  }
  const place = placeOf(name);
  if (!place) response.writeHead(503).end(`expected at most ${MOST_PLACES} places\n`);
  else if (request.method === 'GET') listen(place, response);
  else if (request.method === 'POST') void obey(place, request, response);
  else response.writeHead(405).end('expected GET or POST\n');
});

server.listen(PORT, HOST, () => {
  const address = server.address();
  const port = typeof address === 'object' && address ? address.port : PORT;
  process.stdout.write(`Simulated instruments speak at http://${HOST}:${port}/lines\n`);
});
