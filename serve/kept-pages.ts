import type { IncomingMessage, ServerResponse } from 'node:http';
import { LRUCache } from 'lru-cache';
import type { Handler } from '../src/server/doors/front-door';

/** Pages that hold nothing but what the cookies say and what the whole site shares: their contents come by a stream. */
const SAME_FOR_ALL: ReadonlySet<string> = new Set(['/', '/?scan']);
/** A shop has fewer browsers than this; a page of them takes some 15 kB. */
const MOST_KEPT = 400;

interface KeptPage {
  readonly html: string;
  readonly nonce: string;
  readonly headers: Readonly<Record<string, string>>;
}

interface KeepingOptions {
  /** Changes whenever what such a page shows may have changed; null while pages may not be kept at all. */
  readonly state: () => number | null;
}

/**
 * Draws a page that is the same as before only once: drawing takes twenty times as long as sending. Each answer carries
 * a nonce of its own all the same.
 */
export function keepingPages(application: Handler, { state }: KeepingOptions): Handler {
  const kept = new LRUCache<string, KeptPage>({ max: MOST_KEPT });
  return async (request, response) => {
    const now = state();
    // A move between screens asks for less than a page.
    const whole = request.method === 'GET' && request.headers.rsc === undefined;
    if (now === null || !whole || !SAME_FOR_ALL.has(request.url ?? '')) return application(request, response);
    const key = JSON.stringify([
      ...[now, request.url, request.headers.cookie ?? ''],
      // What one may is in no page of another.
      request.headers['x-admitted'],
    ]);
    const nonce = String(request.headers['x-nonce']);
    const page = kept.get(key);
    if (page) {
      for (const [name, value] of Object.entries(page.headers)) response.setHeader(name, value);
      response.end(page.html.replaceAll(page.nonce, nonce));
      return;
    }
    keepWhenDone(request, response, (html, headers) => {
      if (state() === now) kept.set(key, { html, nonce, headers });
    });
    await application(request, response);
  };
}

const KEPT_HEADERS = ['content-type', 'cache-control', 'vary'] as const;

/** Hands over a page once it has been sent whole, without changing how it is sent. */
function keepWhenDone(
  request: IncomingMessage,
  response: ServerResponse,
  keep: (html: string, headers: Record<string, string>) => void,
): void {
  // What is kept is changed before it is sent again, and so it is kept as it reads.
  delete request.headers['accept-encoding'];
  const pieces: Buffer[] = [];
  const hear = (piece: unknown) => {
    if (typeof piece === 'string' || piece instanceof Uint8Array) pieces.push(Buffer.from(piece));
  };
  const { write, end } = response;
  response.write = function (this: ServerResponse, ...sent: unknown[]) {
    hear(sent[0]);
    return Reflect.apply(write, this, sent);
  };
  response.end = function (this: ServerResponse, ...sent: unknown[]) {
    hear(sent[0]);
    if (this.statusCode === 200) {
      const named = KEPT_HEADERS.flatMap((name) => {
        const value = this.getHeader(name);
        return value === undefined ? [] : [[name, String(value)] as const];
      });
      keep(Buffer.concat(pieces).toString('utf8'), Object.fromEntries(named));
    }
    return Reflect.apply(end, this, sent);
  };
}
