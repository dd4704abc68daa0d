import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Connection from 'libsql';
import { openStore } from './open';

/** Tables that grow with a fleet; the others hold a few rows or a few hundred. */
const LARGE = /\b(batteries|battery_words|runs|readings|assessments|set_aside|outlooks)\b/;
/** Statements that may read all of a large table, and why. */
const KNOWN: readonly (readonly [begins: RegExp, why: string])[] = [
  [/ from "batteries" where .* order by "batteries"."id" asc$/, 'the whole site as a file is all of it'],
  [
    /from "battery_words" where .*"words" like /,
    'a word of one or two letters is in no index of three: it is found by reading',
  ],
  [
    /^(delete from|insert into) "technicians"/,
    'people come and go with an arrival that was stopped, once in years',
  ],
  [
    /^insert into outlooks .* from batteries/,
    'whether anything was ever worked out of a battery is asked of each, when the server starts and when a file has come in',
  ],
  [
    /^update "outlooks" set "stale" = \?$/,
    'what the fleet has said of itself counts for all of it, once a day',
  ],
  [
    /count\(\*\), avg\("outlooks"/,
    'whoever has the fleet counted by groups has all of it read, once, and asked for that',
  ],
  [/^insert into "instruments"/, 'an instrument is added once, and then by readings that wait for none'],
];

/** Words that a statement begins with when it has a plan. */
const HAS_PLAN = /^\s*(select|insert|update|delete|with)\b/i;

/**
 * Hears every statement that is prepared from here on, by whatever use case. `slowPlans` answers with those that read a
 * large table from its first row to its last, or make an index for themselves, each time they are asked.
 */
export function hearQueries(): { readonly slowPlans: () => Promise<string[]> } {
  const prepared = vi.spyOn(Connection.prototype, 'prepare');
  return {
    slowPlans: async () => {
      const heard = new Set(prepared.mock.calls.map(([text]) => text));
      if (heard.size === 0) throw new Error('nothing that was asked of the database was heard');
      prepared.mockClear();
      const file = join(mkdtempSync(join(tmpdir(), 'integra-plans-')), 'x.db');
      await (await openStore(`file:${file}`)).close();
      // What brings a file up to date may read all of it: that happens once a version.
      for (const [text] of prepared.mock.calls) heard.delete(text);
      prepared.mockRestore();
      const database = new Connection(file);
      const slow = [...heard]
        .filter((text) => HAS_PLAN.test(text))
        .flatMap((text) => slowStep(stepsOf(database, text), text));
      database.close();
      return slow;
    },
  };
}

function stepsOf(database: InstanceType<typeof Connection>, text: string): string[] {
  const values = Array.from({ length: text.split('?').length - 1 }, () => null);
  const steps = database.prepare(`explain query plan ${text}`).all(values) as { readonly detail: string }[];
  return steps.map(({ detail }) => detail);
}

function slowStep(plan: readonly string[], text: string): string[] {
  const slow = plan.find(
    (step) =>
      step.includes('AUTOMATIC') ||
      (/^SCAN /.test(step) && isLarge(step, text) && !isInOrder(step, text) && !/\(?\bfalse\b/.test(text)),
  );
  return slow && !KNOWN.some(([begins]) => begins.test(text)) ? [`${slow}: ${text}`] : [];
}

/**
 * Whether a scan follows an index that was made for a list, or takes the first rows that come. One by key alone walks past every row until it
 * meets what is looked for.
 */
const isInOrder = (step: string, text: string) =>
  step.includes('INDEX') && (!step.includes('sqlite_autoindex') || !/ (where|order by) /.test(text));

/** Whether a scan is of a large table, by its own name or by the one that the statement gives it. */
function isLarge(detail: string, text: string): boolean {
  const name = /^SCAN (\w+)/.exec(detail)?.[1] ?? '';
  const behind = new RegExp(`"?(\\w+)"? (?:as )?"?${name}"?\\b`, 'i').exec(text)?.[1] ?? '';
  return LARGE.test(name) || LARGE.test(behind);
}
