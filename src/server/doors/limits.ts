import type { JsonBounds } from '@/core/exchange/json-bounds';
import { RECORD_BOUNDS } from '@/core/exchange/json-bounds';
import { LONGEST_TRACE } from '@/core/steps/load/thin-trace';

/** What a route takes and how much of it: nothing is read, held or waited for beyond it. */
export interface RouteLimits {
  readonly method: Method;
  /** As the folders of the application say it, with `[id]` for one part of the address. */
  readonly path: string;
  /**
   * `none`: no body. `record`: JSON of a screen. `list`: JSON of a rack or of many tags. `file`: a file of any kind,
   * written to disk as it comes. `lines`: what is said to instruments.
   */
  readonly body: BodyKind;
  /** Longest body, bytes; it is counted while it is read. */
  readonly bytes: number;
  /** How large a JSON body may be built. */
  readonly bounds: JsonBounds;
  /** Longest time from the first byte of the body to its last, ms. */
  readonly bodyMs: number;
  /** Longest time for an answer to begin, ms; a stream goes on as long as somebody listens. */
  readonly answerMs: number;
  /** Requests of one address in a minute. */
  readonly perMinute: number;
}

type Method = 'GET' | 'POST' | 'PUT' | 'DELETE';
type BodyKind = 'none' | 'record' | 'list' | 'file' | 'lines';

/**
 * How often one address may call a minute. A shop behind one address has two hundred people at most, each of whom
 * captures, looks and reads a few times in ten seconds.
 */
const RATES = { screen: 12_000, write: 6000, heavy: 240, rare: 60 } as const;

const RECORD_BYTES = 100_000;
/** A reading with the longest course that it may have. */
const TRACED_BYTES = 1_500_000;
const TRACED_BOUNDS: JsonBounds = { ...RECORD_BOUNDS, values: 4 * LONGEST_TRACE + 1000 };
const LIST_BYTES = 4_000_000;
const LIST_BOUNDS: JsonBounds = { depth: 8, fields: 300, values: 120_000 };
const NO_BODY = { body: 'none', bytes: 0, bounds: RECORD_BOUNDS, bodyMs: 5000 } as const;

/** Largest file of readings and of a site, bytes. A site's is streamed: only the disk sets it a limit. */
const READINGS_BYTES = 100_000_000;
const SITE_BYTES = 50_000_000_000;
const HOUR_MS = 3_600_000;

const page = (path: string): RouteLimits => ({
  ...NO_BODY,
  ...{ method: 'GET', path, answerMs: 15_000, perMinute: RATES.screen },
});
const look = (path: string): RouteLimits => page(path);
/** A file or a paper that is made while somebody waits. */
const paper = (path: string): RouteLimits => ({
  ...NO_BODY,
  ...{ method: 'GET', path, answerMs: 60_000, perMinute: RATES.heavy },
});
const record = (method: Method, path: string): RouteLimits => ({
  ...{ method, path, body: 'record', bytes: RECORD_BYTES, bounds: RECORD_BOUNDS },
  ...{ bodyMs: 10_000, answerMs: 15_000, perMinute: RATES.write },
});
const list = (method: Method, path: string): RouteLimits => ({
  ...record(method, path),
  ...{ body: 'list', bytes: LIST_BYTES, bounds: LIST_BOUNDS, bodyMs: 30_000 },
});
const file = (path: string, bytes: number, bodyMs: number): RouteLimits => ({
  ...{ method: 'POST', path, body: 'file', bytes, bounds: RECORD_BOUNDS },
  ...{ bodyMs, answerMs: HOUR_MS, perMinute: RATES.rare },
});

/** Every door there is. A test walks the application's folders and finds none that is missing here. */
export const LIMITS: readonly RouteLimits[] = [
  page('/'),
  page('/batteries'),
  page('/batteries/new'),
  page('/batteries/[id]'),
  page('/batteries/[id]/label'),
  page('/bench/[id]'),
  page('/bench/[id]/slip'),
  page('/checks/[id]'),
  page('/checks/[id]/slip'),
  page('/files'),
  page('/fleet'),
  page('/fleet/[ask]'),
  page('/guide'),
  page('/guide/[page]'),
  page('/labels'),
  page('/lots'),
  page('/lots/[id]'),
  page('/lots/[id]/report'),
  page('/practice'),
  page('/practice/case'),
  page('/practice/compose'),
  page('/practice/vehicle'),
  page('/reckoner'),
  page('/rules'),
  page('/site'),
  page('/vehicles'),
  page('/vehicles/new'),
  page('/vehicles/[id]'),
  page('/vehicles/[id]/edit'),
  look('/api/health'),
  look('/api/now'),
  look('/api/floor/stream'),
  look('/api/guide/[picture]'),
  record('POST', '/api/batteries'),
  look('/api/batteries/find'),
  { ...list('POST', '/api/batteries/import'), answerMs: 60_000 },
  paper('/api/batteries/list'),
  record('PUT', '/api/batteries/[id]'),
  record('PUT', '/api/chargers'),
  look('/api/checks/[id]'),
  record('POST', '/api/checks'),
  paper('/api/checks/[id]/file'),
  paper('/api/checks/[id]/label'),
  list('POST', '/api/checks/[id]/finish'),
  record('POST', '/api/checks/[id]/reopen'),
  look('/api/coming-up'),
  look('/api/copies'),
  { ...record('POST', '/api/copies'), answerMs: HOUR_MS, perMinute: RATES.rare },
  { ...record('POST', '/api/copies/restore'), answerMs: HOUR_MS, perMinute: RATES.rare },
  file('/api/imports', READINGS_BYTES, 10 * 60_000),
  list('POST', '/api/imports/known'),
  record('POST', '/api/imports/[id]/undo'),
  look('/api/instruments'),
  {
    ...record('POST', '/api/instruments'),
    ...{ body: 'lines', bytes: 8000 },
  },
  paper('/api/fleet'),
  record('PUT', '/api/fleet/corrections'),
  record('DELETE', '/api/fleet/corrections'),
  { ...record('PUT', '/api/fleet/mornings'), bytes: 120_000 },
  record('DELETE', '/api/fleet/mornings'),
  look('/api/fleet/rows'),
  record('PUT', '/api/fleet/views'),
  record('DELETE', '/api/fleet/views'),
  paper('/api/labels'),
  record('POST', '/api/lots'),
  list('PUT', '/api/lots/[id]'),
  record('DELETE', '/api/lots/[id]'),
  record('PUT', '/api/lots/[id]/rules'),
  paper('/api/lots/[id]/list'),
  { ...record('POST', '/api/lots/[id]/store'), answerMs: HOUR_MS, perMinute: RATES.heavy },
  paper('/api/readings'),
  look('/api/rules'),
  record('POST', '/api/rules'),
  paper('/api/rules/history'),
  record('POST', '/api/runs'),
  look('/api/runs/[id]'),
  record('POST', '/api/vehicles'),
  list('POST', '/api/vehicles/import'),
  paper('/api/vehicles/list'),
  record('POST', '/api/vehicles/move'),
  record('POST', '/api/visits'),
  record('POST', '/api/visits/leave'),
  paper('/api/runs/[id]/file'),
  list('POST', '/api/runs/[id]/finish'),
  { ...record('POST', '/api/runs/[id]/readings'), bytes: TRACED_BYTES, bounds: TRACED_BOUNDS },
  record('POST', '/api/runs/[id]/reopen'),
  paper('/api/runs/[id]/slip'),
  paper('/api/runs/[id]/trace'),
  record('PUT', '/api/screen'),
  paper('/api/site'),
  file('/api/site', SITE_BYTES, 6 * HOUR_MS),
  record('PUT', '/api/site/sheet'),
  record('PUT', '/api/site/costs'),
  record('POST', '/api/technicians'),
];

const patterns = LIMITS.map((limits) => ({
  limits,
  pattern: new RegExp(`^${limits.path.replace(/\[\w+\]/g, '[^/]+')}$`),
}));

/** The limits of the door that a request comes to; undefined for one that there is not. A named door outranks `[id]`. */
export function limitsOf(method: string, path: string): RouteLimits | undefined {
  const asked = method === 'HEAD' ? 'GET' : method;
  const exact = LIMITS.find((limits) => limits.method === asked && limits.path === path);
  return (
    exact ?? patterns.find(({ limits, pattern }) => limits.method === asked && pattern.test(path))?.limits
  );
}
