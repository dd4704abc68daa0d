import { open, readFile, stat } from 'node:fs/promises';
import { CORE_VERSION } from '@/core/assessment/core-version';
import type { SiteRun } from '@/core/exchange/site/records';
import { type RunFile, readRunFile } from '@/core/exchange/site/run-file';
import { readSiteFile } from '@/core/exchange/site/site-file';
import { type SiteHead, SiteReader } from '@/core/exchange/site/site-reader';
import { fail, type Problem, problem, type Result, succeed } from '@/core/quantity/result';
import { EndlessLine, linesOf } from './lines-of';

/** What the reader of a site asks of whoever keeps the store. Each answers what does not fit here. */
export interface SiteHost {
  /** The head of the file, once; `single` for the file of one run, which names its rules only. */
  readonly head: (head: SiteHead, single: boolean) => Promise<readonly Problem[]>;
  readonly runs: (runs: readonly SiteRun[]) => Promise<readonly Problem[]>;
}

export interface SiteRead {
  readonly runs: number;
  /** What the file itself says was left out of it. */
  readonly leftOut: readonly string[];
}

/** Runs that are handed over in one stretch: little enough for a capture to pass between two. */
const RUNS_A_STRETCH = 50;

/** The head of a site of a hundred thousand batteries stood on one line once, characters; no line is longer. */
const LONGEST_LINE = 64_000_000;

/** A file that another program has laid out anew is read as a whole, and only up to this size, bytes. */
const WHOLE_BYTES = 32_000_000;

/** Reads the file of a site, or of one run, from disk and hands it over: its head, then its runs by stretches. */
export async function readSite(job: { readonly path: string }, host: SiteHost): Promise<Result<SiteRead>> {
  try {
    return await readAny(job.path, host);
  } catch (error) {
    if (!(error instanceof EndlessLine)) throw error;
    return fail(problem('file', error.message, 'a record a line'));
  }
}

async function readAny(path: string, host: SiteHost): Promise<Result<SiteRead>> {
  const begin = await beginningOf(path);
  if (/^\s*\uFEFF?\{\s*"format"\s*:\s*"integra:run\//.test(begin)) return oneRun(path, host);
  const byLines = /"lines":true/.test(begin) || (await isRunALine(path));
  return byLines ? lineByLine(path, host) : asWhole(path, host);
}

/** Enough of a file to see what it is, bytes. */
const BEGINNING = 300;

async function beginningOf(path: string): Promise<string> {
  const file = await open(path);
  try {
    const { buffer, bytesRead } = await file.read(Buffer.alloc(BEGINNING), 0, BEGINNING, 0);
    return buffer.subarray(0, bytesRead).toString('utf8');
  } finally {
    await file.close();
  }
}

/** Whether a file is laid out as sites were written until they could be streamed: the head on one line, then a run a line. */
async function isRunALine(path: string): Promise<boolean> {
  for await (const line of linesOf(path, LONGEST_LINE)) return /"runs":\[\s*$/.test(line);
  return false;
}

async function lineByLine(path: string, host: SiteHost): Promise<Result<SiteRead>> {
  const reader = new SiteReader();
  const waiting: SiteRun[] = [];
  let runs = 0;
  let leftOut: readonly string[] = [];
  const handOver = async (): Promise<readonly Problem[]> => {
    const stretch = waiting.splice(0);
    runs += stretch.length;
    return stretch.length === 0 ? [] : host.runs(stretch);
  };
  for await (const line of linesOf(path, LONGEST_LINE)) {
    const read = reader.read(line);
    if (!read.ok) return read;
    for (const part of read.value) {
      let problems: readonly Problem[] = [];
      if (part.kind === 'head') problems = await host.head(part.head, false);
      else if (part.kind === 'run') {
        waiting.push(part.run);
        if (waiting.length >= RUNS_A_STRETCH) problems = await handOver();
      } else leftOut = part.leftOut;
      if (problems.length > 0) return fail(...problems);
    }
  }
  const end = reader.close();
  if (!end.ok) return end;
  const problems = await handOver();
  return problems.length > 0 ? fail(...problems) : succeed({ runs, leftOut });
}

async function asWhole(path: string, host: SiteHost): Promise<Result<SiteRead>> {
  const text = await small(path);
  if (!text.ok) return text;
  const read = readSiteFile(text.value);
  if (!read.ok) return read;
  const { runs, ...head } = read.value;
  return handOverAll(head, runs, false, host);
}

async function oneRun(path: string, host: SiteHost): Promise<Result<SiteRead>> {
  const text = await small(path);
  if (!text.ok) return text;
  const read = readRunFile(text.value);
  if (!read.ok) return read;
  const { head, run } = siteOfRun(read.value);
  return handOverAll(head, [run], true, host);
}

async function handOverAll(
  head: SiteHead,
  runs: readonly SiteRun[],
  single: boolean,
  host: SiteHost,
): Promise<Result<SiteRead>> {
  const problems = await host.head(head, single);
  if (problems.length > 0) return fail(...problems);
  for (let from = 0; from < runs.length; from += RUNS_A_STRETCH) {
    const wrong = await host.runs(runs.slice(from, from + RUNS_A_STRETCH));
    if (wrong.length > 0) return fail(...wrong);
  }
  return succeed({ runs: runs.length, leftOut: [] });
}

function siteOfRun({ battery, technicians, run, readings, assessments }: RunFile): {
  readonly head: SiteHead;
  readonly run: SiteRun;
} {
  const changed = { changedAtMs: run.startedAtMs, changedById: run.startedById, importId: null };
  return {
    head: {
      technicians,
      rules: [],
      imports: [],
      lots: [],
      vehicles: [],
      slots: [],
      checks: [],
      batteries: [{ ...battery, ...changed }],
    },
    run: { run: { ...run, importId: null }, readings, assessments },
  };
}

async function small(path: string): Promise<Result<string>> {
  const { size } = await stat(path);
  if (size <= WHOLE_BYTES) return succeed(await readFile(path, 'utf8'));
  const megabytes = `${Math.round(size / 1_000_000)} MB in a layout of another program`;
  return fail(
    problem('file', megabytes, `a record a line, as Integra ${CORE_VERSION} writes it, or at most 32 MB`),
  );
}
