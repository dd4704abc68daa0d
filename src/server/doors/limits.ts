import type { JsonBounds } from '@/core/exchange/json-bounds';
import { RECORD_BOUNDS } from '@/core/exchange/json-bounds';
import type { ActId } from '@/core/people/permissions';
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
  /** What whoever comes through it does: only who may do that is let through. */
  readonly act: ActId;
  /** A page asks it again by itself: it keeps no bench awake. */
  readonly byItself?: true;
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
/** The longest recording, squeezed, bytes. */
const RECORDING_BYTES = 150_000_000;
const HOUR_MS = 3_600_000;

const page = (path: string, act: ActId = 'look'): RouteLimits => ({
  ...NO_BODY,
  method: 'GET',
  path,
  answerMs: 15_000,
  perMinute: RATES.screen,
  act,
});
const look = (path: string, act: ActId = 'look'): RouteLimits => page(path, act);
const byItself = (path: string, act: ActId = 'look'): RouteLimits => ({ ...page(path, act), byItself: true });
/** A file or a paper that is made while somebody waits. */
const paper = (path: string, act: ActId): RouteLimits => ({
  ...NO_BODY,
  method: 'GET',
  path,
  answerMs: 60_000,
  perMinute: RATES.heavy,
  act,
});
const record = (method: Method, path: string, act: ActId): RouteLimits => ({
  method,
  path,
  act,
  body: 'record',
  bytes: RECORD_BYTES,
  bounds: RECORD_BOUNDS,
  bodyMs: 10_000,
  answerMs: 15_000,
  perMinute: RATES.write,
});
const list = (method: Method, path: string, act: ActId): RouteLimits => ({
  ...record(method, path, act),
  body: 'list',
  bytes: LIST_BYTES,
  bounds: LIST_BOUNDS,
  bodyMs: 30_000,
});
const file = (path: string, act: ActId, bytes: number, bodyMs: number): RouteLimits => ({
  method: 'POST',
  path,
  act,
  body: 'file',
  bytes,
  bounds: RECORD_BOUNDS,
  bodyMs,
  answerMs: HOUR_MS,
  perMinute: RATES.rare,
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
  page('/practice/recording'),
  page('/reckoner'),
  page('/room'),
  page('/room/on'),
  page('/room/record'),
  page('/room/round'),
  page('/rules'),
  page('/site'),
  page('/vehicles'),
  page('/vehicles/new'),
  page('/vehicles/[id]'),
  page('/vehicles/[id]/edit'),
  byItself('/api/health', 'enter'),
  byItself('/api/now', 'enter'),
  byItself('/api/floor/stream'),
  look('/api/guide/[picture]'),
  record('POST', '/api/batteries', 'register'),
  look('/api/batteries/find'),
  { ...list('POST', '/api/batteries/import', 'register'), answerMs: 60_000 },
  paper('/api/batteries/list', 'export_lists'),
  record('PUT', '/api/batteries/[id]', 'register'),
  record('PUT', '/api/chargers', 'set_site'),
  byItself('/api/room'),
  byItself('/api/room/alarms'),
  record('PUT', '/api/room', 'set_site'),
  record('PUT', '/api/room/fan', 'work'),
  record('PUT', '/api/room/wishes', 'work'),
  look('/api/checks/[id]'),
  record('POST', '/api/checks', 'work'),
  paper('/api/checks/[id]/file', 'export_one'),
  paper('/api/checks/[id]/label', 'export_one'),
  list('POST', '/api/checks/[id]/finish', 'work'),
  record('POST', '/api/checks/[id]/reopen', 'work'),
  byItself('/api/coming-up'),
  byItself('/api/copies', 'look'),
  { ...record('POST', '/api/copies', 'keep_copies'), answerMs: HOUR_MS, perMinute: RATES.rare },
  { ...record('POST', '/api/copies/restore', 'keep_copies'), answerMs: HOUR_MS, perMinute: RATES.rare },
  file('/api/imports', 'register', READINGS_BYTES, 10 * 60_000),
  list('POST', '/api/imports/known', 'register'),
  record('POST', '/api/imports/[id]/undo', 'take_back'),
  byItself('/api/instruments'),
  {
    ...record('POST', '/api/instruments', 'work'),
    body: 'lines',
    bytes: 8000,
  },
  // An instrument comes with a key of its own, which the use case looks at.
  byItself('/api/instruments/lines', 'enter'),
  { ...record('POST', '/api/instruments/lines', 'enter'), body: 'lines', bytes: 8000, byItself: true },
  record('POST', '/api/instruments/keys', 'manage_people'),
  record('PUT', '/api/instruments/keys', 'manage_people'),
  record('DELETE', '/api/instruments/keys', 'manage_people'),
  paper('/api/fleet', 'export_lists'),
  record('PUT', '/api/fleet/corrections', 'set_site'),
  record('DELETE', '/api/fleet/corrections', 'set_site'),
  { ...record('PUT', '/api/fleet/mornings', 'set_site'), bytes: 120_000 },
  record('DELETE', '/api/fleet/mornings', 'set_site'),
  look('/api/fleet/rows'),
  record('PUT', '/api/fleet/views', 'keep_views'),
  record('DELETE', '/api/fleet/views', 'keep_views'),
  paper('/api/labels', 'export_lists'),
  record('POST', '/api/lots', 'register'),
  list('PUT', '/api/lots/[id]', 'register'),
  record('DELETE', '/api/lots/[id]', 'register'),
  record('PUT', '/api/lots/[id]/rules', 'register'),
  paper('/api/lots/[id]/list', 'export_lists'),
  { ...record('POST', '/api/lots/[id]/store', 'register'), answerMs: HOUR_MS, perMinute: RATES.heavy },
  paper('/api/readings', 'export_one'),
  look('/api/rules'),
  record('POST', '/api/rules', 'set_rules'),
  record('POST', '/api/rules/proposals', 'propose_rules'),
  record('DELETE', '/api/rules/proposals', 'propose_rules'),
  paper('/api/rules/history', 'look'),
  record('POST', '/api/runs', 'work'),
  look('/api/runs/[id]'),
  record('POST', '/api/vehicles', 'register'),
  list('POST', '/api/vehicles/import', 'register'),
  paper('/api/vehicles/list', 'export_lists'),
  record('POST', '/api/vehicles/move', 'register'),
  record('POST', '/api/visits', 'register'),
  record('POST', '/api/visits/leave', 'register'),
  paper('/api/runs/[id]/file', 'export_one'),
  list('POST', '/api/runs/[id]/finish', 'work'),
  { ...record('POST', '/api/runs/[id]/readings', 'work'), bytes: TRACED_BYTES, bounds: TRACED_BOUNDS },
  record('POST', '/api/runs/[id]/reopen', 'work'),
  paper('/api/runs/[id]/slip', 'export_one'),
  paper('/api/runs/[id]/trace', 'export_one'),
  record('PUT', '/api/screen', 'enter'),
  paper('/api/site', 'export_site'),
  file('/api/site', 'bring_site', SITE_BYTES, 6 * HOUR_MS),
  record('PUT', '/api/site/sheet', 'set_site'),
  record('PUT', '/api/site/costs', 'set_site'),
  record('PUT', '/api/site/idle', 'set_site'),
  page('/recordings/new', 'work'),
  page('/recordings/[id]'),
  file('/api/recordings', 'work', RECORDING_BYTES, 10 * 60_000),
  record('PUT', '/api/recordings', 'work'),
  record('DELETE', '/api/recordings', 'work'),
  look('/api/recordings/[id]/samples'),
  paper('/api/recordings/[id]/csv', 'export_one'),
  record('POST', '/api/technicians', 'manage_people'),
  page('/sign-in', 'enter'),
  // Whoever tries addresses gets nowhere, and not often.
  { ...page('/shared/[token]', 'enter'), perMinute: RATES.heavy },
  record('POST', '/api/runs/[id]/share', 'share'),
  record('DELETE', '/api/runs/[id]/share', 'share'),
  page('/welcome', 'enter'),
  page('/people'),
  page('/people/practice'),
  { ...list('POST', '/api/practice/results', 'look'), bytes: 600_000 },
  page('/journal'),
  record('POST', '/api/people', 'manage_people'),
  record('PUT', '/api/people', 'manage_people'),
  byItself('/api/people/here', 'enter'),
  record('PUT', '/api/people/own', 'look'),
  { ...record('POST', '/api/people/first', 'enter'), perMinute: RATES.rare },
  { ...record('POST', '/api/people/sign-in', 'enter'), perMinute: RATES.heavy },
  record('POST', '/api/people/sign-out', 'enter'),
  { ...record('POST', '/api/people/confirm', 'work'), perMinute: RATES.heavy },
  record('POST', '/api/people/awake', 'look'),
  record('POST', '/api/people/passkeys', 'look'),
  record('DELETE', '/api/people/passkeys', 'look'),
  record('POST', '/api/people/passkeys/options', 'look'),
  { ...record('POST', '/api/people/passkeys/challenge', 'enter'), perMinute: RATES.heavy },
  { ...record('POST', '/api/people/passkeys/sign-in', 'enter'), perMinute: RATES.heavy },
  record('DELETE', '/api/people/sessions', 'look'),
  record('POST', '/api/devices/codes', 'manage_people'),
  { ...record('POST', '/api/devices', 'enter'), perMinute: RATES.rare },
  record('DELETE', '/api/devices', 'manage_people'),
  paper('/api/journal', 'read_own_journal'),
  { ...record('POST', '/api/journal/soundness', 'read_journal'), answerMs: 60_000, perMinute: RATES.rare },
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
