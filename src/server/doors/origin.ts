import type { RouteLimits } from './limits';

/** What of a request says where it comes from. */
export interface Asked {
  readonly method: string;
  readonly host: string | undefined;
  readonly origin: string | undefined;
  readonly fetchSite: string | undefined;
  readonly contentType: string | undefined;
}

const CHANGES = new Set(['POST', 'PUT', 'PATCH', 'DELETE']);

/** What kinds of content a body may be sent as. None of them can be sent by a form of another page. */
const CONTENT: Readonly<Record<RouteLimits['body'], readonly string[]>> = {
  none: [],
  record: ['application/json'],
  list: ['application/json'],
  file: ['text/csv', 'application/json', 'application/x-ndjson', 'application/octet-stream'],
  lines: ['application/x-integra-lines'],
};

/**
 * Why a write is not taken, or null where it may pass: another page in the same browser can send one with this
 * browser's standing. Browsers say where a request comes from; a program of the shop's own says nothing, and must then
 * name a kind of content that no page can send unasked.
 */
export function foreignWrite(
  { method, host, origin, fetchSite, contentType }: Asked,
  body: RouteLimits['body'],
): string | null {
  if (!CHANGES.has(method)) return null;
  if (fetchSite !== undefined && fetchSite !== 'same-origin' && fetchSite !== 'none') {
    return 'It was sent by a page of another site.';
  }
  if (origin !== undefined && !sameHost(origin, host)) return 'It was sent by a page of another origin.';
  const kind = contentType?.split(';')[0]?.trim().toLowerCase() ?? '';
  if (CONTENT[body].includes(kind)) return null;
  return `Its content is sent as ${kind || 'nothing'}; ${CONTENT[body].join(' or ')} is expected.`;
}

function sameHost(origin: string, host: string | undefined): boolean {
  return URL.canParse(origin) && new URL(origin).host === host?.toLowerCase();
}
