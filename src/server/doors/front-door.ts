import type { IncomingMessage, ServerResponse } from 'node:http';
import { RateLimiterMemory } from 'rate-limiter-flexible';
import { newNonce, safetyHeaders } from './headers';
import { hostIn } from './hosts';
import { LIMITS, limitsOf, type RouteLimits } from './limits';
import { foreignWrite } from './origin';

export type Handler = (request: IncomingMessage, response: ServerResponse) => Promise<void>;

/** Whether a request is let in: with who it is, as the application is told; else why not. */
export type Entrance =
  | { readonly kind: 'in'; readonly who: string }
  | { readonly kind: 'out'; readonly why: 'nobody' | 'locked' | 'over' }
  | { readonly kind: 'may_not'; readonly message: string };

interface DoorOptions {
  /** Holds a request against who has signed in and what they may. */
  readonly admit: (
    request: IncomingMessage,
    limits: RouteLimits | undefined,
    path: string,
  ) => Promise<Entrance>;
  /** Names by which this machine may be called. */
  readonly hosts: ReadonlySet<string>;
  readonly reloading: boolean;
  readonly isHttps: boolean;
  /** A proxy on this machine stands before it and says who calls. */
  readonly behindProxy: boolean;
  readonly log: (line: Readonly<Record<string, unknown>>) => void;
  readonly newNumber: () => string;
}

/** Files of the build, which carry their version in their names and are limited together. */
const BUILT = /^\/(_next\/|icon\.svg$)/;
const BUILT_PER_MINUTE = 60_000;

/**
 * Stands before the application: whoever calls is looked at before anything is read or computed. The order matters: a
 * wrong name first, then what no door is, then how often, then from where.
 */
export function frontDoor(
  application: Handler,
  { hosts, reloading, isHttps, behindProxy, log, newNumber, admit }: DoorOptions,
): Handler {
  const limiters = limitersOf();
  return async (request, response) => {
    const number = newNumber();
    const nonce = newNonce();
    const headers = safetyHeaders(nonce, { reloading, isHttps });
    for (const [name, value] of Object.entries(headers)) response.setHeader(name, value);
    response.setHeader('x-request-number', number);
    const refuse = (status: number, message: string, failure = status >= 500 ? 'fault' : 'input') => {
      log({ number, status, method: request.method, path: request.url?.slice(0, 200), refused: message });
      refuseWith(request, response, { status, message, number, failure });
    };
    const host = hostIn(request.headers.host);
    if (host === null || !hosts.has(host)) {
      return refuse(421, 'Integra does not answer to this name. INTEGRA_HOSTS names those that it does.');
    }
    const path = pathOf(request.url);
    if (path === null) return refuse(400, 'The address cannot be read.');
    const method = request.method ?? 'GET';
    const limits = limitsOf(method, path);
    if (limits) {
      const foreign = foreignWrite(askedOf(request), limits.body);
      if (foreign) return refuse(403, foreign);
      const length = Number(request.headers['content-length'] ?? '0');
      if (!(length <= limits.bytes)) return refuse(413, `At most ${limits.bytes} bytes are read here.`);
    } else if (method !== 'GET' && method !== 'HEAD') {
      return refuse(405, 'Nothing is written here.');
    }
    const address = callersAddress(request, behindProxy);
    request.headers['x-device'] = address;
    if (await tooOften(limiters, limits, path, address)) {
      response.setHeader('retry-after', '10');
      return refuse(429, 'This address asks more often than a shop does. Try again in a moment.');
    }
    delete request.headers['x-admitted'];
    if (!BUILT.test(path)) {
      const entrance = await admit(request, limits, path);
      if (entrance.kind === 'may_not') return refuse(403, entrance.message, 'may_not');
      if (entrance.kind === 'out') {
        if (path.startsWith('/api/')) return refuse(401, SIGNED_OUT[entrance.why], 'signed_out');
        return leadToSignIn(request, response);
      }
      request.headers['x-admitted'] = entrance.who;
    }
    // The application finds the nonce here, and gives it to every script of the page.
    request.headers['content-security-policy'] = headers['content-security-policy'];
    request.headers['x-nonce'] = nonce;
    request.headers['x-request-number'] = number;
    delete request.headers['x-middleware-subrequest'];
    endWhatStillComes(request, response);
    try {
      await application(request, response);
    } catch (error) {
      log({ number, error: error instanceof Error ? (error.stack ?? error.message) : String(error) });
      if (!response.headersSent)
        refuse(500, 'Something went wrong here. The log says what, under the number.');
      else response.destroy();
    }
  };
}

/** Whoever goes on sending after the answer has had it: a little time to read it, and the link ends, ms. */
const LINGER_MS = 1000;

/** Ends the link of a body that was answered before all of it had come: nobody keeps one open by sending drops. */
function endWhatStillComes(request: IncomingMessage, response: ServerResponse): void {
  const { socket } = request;
  response.on('finish', () => {
    if (request.complete) return;
    const end = () => {
      // What was under way when the answer went is there by now, and the link may carry the next request already.
      // The request itself may have been let go of by whoever read it, which would leave its link open.
      if (!request.complete) socket.destroy();
    };
    setTimeout(end, LINGER_MS).unref();
  });
}

/** Where a call comes from: as the proxy says, where one is named and stands on this machine; else whoever holds the link. */
function callersAddress({ socket, headers }: IncomingMessage, behindProxy: boolean): string {
  const holder = socket.remoteAddress ?? '';
  const said = headers['x-forwarded-for'];
  if (!behindProxy || said === undefined || !LOOPBACK.test(holder)) return holder;
  // The last one is what the proxy itself has seen; those before it anybody may have made up.
  const last = (Array.isArray(said) ? said.join(',') : said).split(',').at(-1)?.trim() ?? '';
  return /^[0-9a-fA-F.:]{2,45}$/.test(last) ? last : holder;
}

const LOOPBACK = /^(127\.|::1$|::ffff:127\.)/;

type Limiters = ReadonlyMap<number, RateLimiterMemory>;

function limitersOf(): Limiters {
  const rates = new Set([BUILT_PER_MINUTE, ...LIMITS.map(({ perMinute }) => perMinute)]);
  return new Map([...rates].map((points) => [points, new RateLimiterMemory({ points, duration: 60 })]));
}

/** What is no door of ours counts as the busiest one: not found is told too. */
const UNKNOWN_PER_MINUTE = Math.max(...LIMITS.map(({ perMinute }) => perMinute));

async function tooOften(
  limiters: Limiters,
  limits: RouteLimits | undefined,
  path: string,
  address: string,
): Promise<boolean> {
  const perMinute = limits?.perMinute ?? (BUILT.test(path) ? BUILT_PER_MINUTE : UNKNOWN_PER_MINUTE);
  try {
    await limiters.get(perMinute)?.consume(`${limits?.method} ${limits?.path} ${address}`);
    return false;
  } catch {
    return true;
  }
}

/** The path of an address, decoded once to see that it can be; null where it cannot. */
function pathOf(url: string | undefined): string | null {
  try {
    const { pathname } = new URL(url ?? '/', 'http://here');
    return decodeURIComponent(pathname).includes('\0') ? null : pathname;
  } catch {
    return null;
  }
}

function askedOf(request: IncomingMessage) {
  const { headers, method = 'GET' } = request;
  const one = (name: string) => {
    const value = headers[name];
    return Array.isArray(value) ? value[0] : value;
  };
  return {
    method,
    host: one('host'),
    origin: one('origin'),
    fetchSite: one('sec-fetch-site'),
    contentType: one('content-type'),
  };
}

const SIGNED_OUT = {
  nobody: 'Nobody is signed in here. Nothing was lost: sign in, and it is sent again.',
  locked: 'This bench has locked. Nothing was lost: tap your name and type your PIN.',
  over: 'You were signed out. Nothing was lost: sign in, and it is sent again.',
} as const;

/** A page is led to where one signs in, and back from there. */
function leadToSignIn(request: IncomingMessage, response: ServerResponse): void {
  const { pathname, search } = new URL(request.url ?? '/', 'http://here');
  const to = encodeURIComponent(pathname + search.replace(/[?&]_rsc=[^&]*/, ''));
  response.writeHead(303, { location: `/sign-in?to=${to}`, 'cache-control': 'no-store' });
  response.end();
}

interface Refusal {
  readonly status: number;
  readonly message: string;
  readonly number: string;
  readonly failure: string;
}

/** Refuses without reading what is still to come; the link ends, so that nobody keeps it open by sending. */
function refuseWith(
  request: IncomingMessage,
  response: ServerResponse,
  { status, message, number, failure }: Refusal,
): void {
  const problems = [{ field: 'request', found: '', expected: '', message }];
  const body = JSON.stringify({ ok: false, failure, problems, number });
  response.writeHead(status, {
    'content-type': 'application/json',
    'cache-control': 'no-store',
    connection: 'close',
  });
  response.end(body, () => request.destroy());
}
