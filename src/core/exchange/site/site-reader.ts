import { fail, type Problem, problem, type Result, succeed } from '../../quantity/result';
import { checkShape, MOST_PROBLEMS } from '../check-shape';
import { FIRST_SHAPES, type Shapes } from '../stored/shapes';
import { readStoredJudgement, readStoredReading, readStoredRules } from '../stored/stored-records';
import { headProblems, type KnownInFile, knownIn, runProblems } from './contradictions';
import { formatProblem } from './json-file';
import type { SiteRun } from './records';
import { SITE_FORMAT, type SiteFile } from './site-file';
import { SITE_RECORDS, SiteEndSchema, SiteHeadSchema, type SiteRecordKind, shapesIn } from './site-lines';

/** All of a site but its runs. */
export type SiteHead = Omit<SiteFile, 'runs' | 'writtenAtMs' | 'core'>;

/** What reading a site comes to, in the order of the file: the head once, then its runs one by one, then its end. */
export type SitePart =
  | { readonly kind: 'head'; readonly head: SiteHead }
  | { readonly kind: 'run'; readonly run: SiteRun }
  | { readonly kind: 'end'; readonly leftOut: readonly string[] };

/** A head to be filled, list by list. */
export function emptySiteHead(): { -readonly [K in keyof SiteHead]-?: NonNullable<SiteHead[K]>[number][] } {
  return {
    sites: [],
    technicians: [],
    rules: [],
    imports: [],
    lots: [],
    batteries: [],
    vehicles: [],
    slots: [],
    visits: [],
    chargers: [],
    checks: [],
  };
}

/**
 * Reads a site line by line, however large it is: only its head is held. It ends at the end of the file, or once it has
 * met more problems than are told.
 */
export class SiteReader {
  private shapes: Shapes = FIRST_SHAPES;
  private started = false;
  private form: 'lines' | 'whole' = 'lines';
  private readonly head = emptySiteHead();
  private known: KnownInFile | null = null;
  private runs = 0;
  private records = 0;
  private line = 0;
  ended = false;

  /** What a line holds, or what is wrong with it; nothing for a line that only opens or closes a list. */
  read(text: string): Result<readonly SitePart[]> {
    this.line++;
    const line = text.trim().replace(/^\uFEFF/, '');
    if (line === '') return succeed([]);
    if (!this.started) return this.begin(line);
    return this.form === 'lines' ? this.record(line) : this.listed(line);
  }

  /** What is missing once the file has ended; and its head, where it has no runs. */
  close(): Result<readonly SitePart[]> {
    if (!this.started) return fail(problem('file', '', 'the file of a site'));
    if (!this.ended)
      return fail(problem('file', `an end after line ${this.line}`, 'the whole of it: it was cut'));
    return succeed([]);
  }

  /** The first line says how the rest is written. */
  private begin(line: string): Result<readonly SitePart[]> {
    this.started = true;
    // The way a site was written until it could be streamed: its head on one line, then a run a line.
    const whole = /^\{"format":"integra:site\//.test(line) && /"runs":\[$/.test(line);
    const parsed = parsedLine(whole ? `${line}]}` : line, this.line);
    if (!parsed.ok) return parsed;
    const wrong = formatProblem((parsed.value as Record<string, unknown>).format, SITE_FORMAT);
    if (wrong) return fail(wrong);
    if (!whole) {
      const head = checkShape(SiteHeadSchema, parsed.value);
      if (!head.ok) return head;
      this.shapes = shapesIn(head.value);
      return succeed([]);
    }
    this.form = 'whole';
    return this.wholeHead(parsed.value);
  }

  private wholeHead(parsed: unknown): Result<readonly SitePart[]> {
    const lists = parsed as Record<string, unknown>;
    const problems: Problem[] = [];
    for (const [list, kind] of SITE_LISTS) {
      const records = lists[list] ?? [];
      if (!Array.isArray(records)) return fail(problem(list, records, 'a list'));
      for (const [index, record] of records.entries()) {
        const taken = this.take(kind, record, `${list}/${index}`);
        if (!taken.ok) problems.push(...taken.problems);
        if (problems.length >= MOST_PROBLEMS) return fail(...problems.slice(0, MOST_PROBLEMS));
      }
    }
    return problems.length > 0 ? fail(...problems) : this.headDone();
  }

  /** A run a line, with a comma behind it, until the list is closed. */
  private listed(line: string): Result<readonly SitePart[]> {
    if (line === ']}') {
      this.ended = true;
      return succeed([{ kind: 'end', leftOut: [] }]);
    }
    const parsed = parsedLine(line.endsWith(',') ? line.slice(0, -1) : line, this.line);
    return parsed.ok ? this.run(parsed.value) : parsed;
  }

  private record(line: string): Result<readonly SitePart[]> {
    const parsed = parsedLine(line, this.line);
    if (!parsed.ok) return parsed;
    const [entry, more] = Object.entries(parsed.value as Record<string, unknown>);
    const [kind, record] = entry ?? [];
    if (this.ended) return fail(problem(`line ${this.line}`, kind, 'nothing after the end'));
    if (kind === 'end') return this.end(parsed.value);
    if (kind === undefined || more || !Object.hasOwn(SITE_RECORDS, kind)) {
      return fail(problem(`line ${this.line}`, kind, `one of ${Object.keys(SITE_RECORDS).join(', ')}`));
    }
    this.records++;
    if (kind === 'run') return this.run(record);
    if (this.known) return fail(problem(`line ${this.line}`, kind, 'runs only, after the first run'));
    const taken = this.take(kind as Exclude<SiteRecordKind, 'run'>, record, `line ${this.line}`);
    return taken.ok ? succeed([]) : taken;
  }

  private end(parsed: unknown): Result<readonly SitePart[]> {
    const checked = checkShape(SiteEndSchema, parsed);
    if (!checked.ok) return checked;
    const { records, leftOut } = checked.value.end;
    if (records !== this.records) {
      return fail(
        problem(`line ${this.line}/end/records`, this.records, `the ${records} records that were written`),
      );
    }
    this.ended = true;
    const head = this.known ? succeed<readonly SitePart[]>([]) : this.headDone();
    return head.ok ? succeed([...head.value, { kind: 'end', leftOut }]) : head;
  }

  /** The head is whole: what in it contradicts itself is told before any run is looked at. */
  private headDone(): Result<readonly SitePart[]> {
    this.known = knownIn(this.head);
    const problems = headProblems(this.head);
    if (problems.length > 0) return fail(...problems.slice(0, MOST_PROBLEMS));
    return succeed([{ kind: 'head', head: this.head }]);
  }

  private take(kind: Exclude<SiteRecordKind, 'run'>, record: unknown, place: string): Result<null> {
    const upgraded = kind === 'rules' ? upgradedRules(record, this.shapes.rules) : succeed(record);
    const checked = upgraded.ok ? checkShape(SITE_RECORDS[kind], upgraded.value) : upgraded;
    if (!checked.ok) return placed(checked, place);
    (this.head[LIST_OF[kind]] as unknown[]).push(checked.value);
    return succeed(null);
  }

  private run(record: unknown): Result<readonly SitePart[]> {
    const before = this.known ? succeed<readonly SitePart[]>([]) : this.headDone();
    if (!before.ok || !this.known) return before;
    const place = `runs/${this.runs++}`;
    const read = readSiteRun(record);
    if (!read.ok) return placed(read, place);
    const problems = runProblems(read.value, place, this.known);
    if (problems.length > 0) return fail(...problems.slice(0, MOST_PROBLEMS));
    return succeed([...before.value, { kind: 'run', run: read.value }]);
  }
}

const LIST_OF: Readonly<Record<Exclude<SiteRecordKind, 'run'>, keyof SiteHead>> = {
  site: 'sites',
  technician: 'technicians',
  import: 'imports',
  rules: 'rules',
  battery: 'batteries',
  vehicle: 'vehicles',
  slot: 'slots',
  visit: 'visits',
  charger: 'chargers',
  lot: 'lots',
  check: 'checks',
};

/** The lists of a site's head in the order in which they are written, each with the word for one record of it. */
export const SITE_LISTS = Object.entries(LIST_OF).map(
  ([kind, list]) => [list, kind as Exclude<SiteRecordKind, 'run'>] as const,
);

function parsedLine(line: string, number: number): Result<unknown> {
  try {
    const value: unknown = JSON.parse(line);
    if (typeof value === 'object' && value !== null && !Array.isArray(value)) return succeed(value);
  } catch {
    // Told below, like a line that is JSON and no record.
  }
  return fail(problem(`line ${number}`, line.slice(0, 20), 'a JSON object'));
}

/** A run with all that belongs to it, its records read through their upgraders. */
export function readSiteRun(record: unknown): Result<SiteRun> {
  const shaped = checkShape(SITE_RECORDS.run, upgradedRun(record));
  if (!shaped.ok) return shaped;
  const { readings, assessments } = shaped.value;
  for (const reading of readings) {
    const read = readStoredReading(reading);
    if (!read.ok) return read;
  }
  const judged = assessments.map((kept) => {
    const read = readStoredJudgement(kept);
    return read.ok ? succeed({ ...kept, ...read.value }) : read;
  });
  const wrong = judged.find((read) => !read.ok);
  if (wrong && !wrong.ok) return wrong;
  return succeed({
    ...shaped.value,
    assessments: judged.flatMap((read) => (read.ok ? [read.value] : [])),
  } as SiteRun);
}

/** Runs have had one shape so far: what changed in them are the judgements, which are read by the core that made them. */
const upgradedRun = (record: unknown) => record;

function upgradedRules(record: unknown, shape: number): Result<unknown> {
  if (typeof record !== 'object' || record === null || !('rules' in record)) return succeed(record);
  const read = readStoredRules(record.rules, shape);
  return read.ok ? succeed({ ...record, rules: read.value }) : read;
}

function placed(failed: { readonly problems: readonly Problem[] }, place: string) {
  return fail(
    ...failed.problems.slice(0, MOST_PROBLEMS).map(({ field, found, expected, message }) => ({
      field: `${place}/${field}`,
      found,
      expected,
      message: `${place}/${message}`,
    })),
  );
}
