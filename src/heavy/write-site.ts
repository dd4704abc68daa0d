import { CORE_VERSION } from '@/core/assessment/core-version';
import { headProblems, knownIn, runProblems } from '@/core/exchange/site/contradictions';
import { siteEndLine, siteHeadLine, siteLine } from '@/core/exchange/site/site-lines';
import { readSiteRun, SITE_LISTS, type SiteHead } from '@/core/exchange/site/site-reader';
import { openReader } from '@/store/open-reader';
import { siteHead, siteRuns } from '@/store/site';

/** What the writer of a site asks of whoever sends it. */
export interface WriteHost {
  /** Takes a piece of the file; answers false once nobody takes any more. */
  readonly piece: (text: string) => Promise<boolean>;
}

const RUNS_AT_ONCE = 50;
/** Pieces are handed over once they are this long, characters. */
const PIECE = 1 << 18;
const MOST_TOLD = 20;

/**
 * Writes a whole site as lines, however large it is. Each record is read as it would be when it is brought back: what
 * would be refused is left out, and the end of the file says so.
 */
export async function writeSite(
  { databaseUrl, nowMs }: { readonly databaseUrl: string; readonly nowMs: number },
  host: WriteHost,
): Promise<{ readonly records: number; readonly leftOut: number }> {
  const reader = await openReader(databaseUrl);
  const leftOut: string[] = [];
  let records = 0;
  let text = siteHeadLine(nowMs, CORE_VERSION);
  const send = async (least: number) => {
    if (text.length < least) return true;
    const piece = text;
    text = '';
    return host.piece(piece);
  };
  const add = (line: string) => {
    records++;
    text += line;
  };
  try {
    // Whoever asked sees at once that it comes: the lists of a large site take seconds to read.
    if (!(await send(0))) return { records, leftOut: 0 };
    const head: SiteHead = await reader.read(siteHead);
    leftOut.push(...headProblems(head).map(({ message }) => message));
    for (const [list, kind] of SITE_LISTS) {
      for (const record of head[list] ?? []) {
        add(siteLine({ kind, record } as Parameters<typeof siteLine>[0]));
        if (!(await send(PIECE))) return { records, leftOut: leftOut.length };
      }
    }
    const known = knownIn(head);
    for (let after = ''; ; ) {
      const some = await reader.read((database) => siteRuns(database, after, RUNS_AT_ONCE));
      for (const { run, unreadable } of some) {
        const read = readSiteRun(run);
        const wrong =
          unreadable ?? (read.ok ? runProblems(read.value, `run ${run.run.id}`, known) : read.problems);
        if (wrong.length === 0) add(siteLine({ kind: 'run', record: run }));
        else leftOut.push(`run ${run.run.id}: ${wrong[0]?.message}`);
      }
      if (!(await send(PIECE))) return { records, leftOut: leftOut.length };
      if (some.length < RUNS_AT_ONCE) break;
      after = some.at(-1)?.run.run.id ?? '';
    }
    text += siteEndLine({
      records,
      leftOutCount: leftOut.length,
      leftOut: leftOut.slice(0, MOST_TOLD).map((words) => words.slice(0, 400)),
    });
    await send(0);
    return { records, leftOut: leftOut.length };
  } finally {
    reader.close();
  }
}
