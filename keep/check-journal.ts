import type { Client } from '@libsql/client';
import type { JournalEntry } from '../src/core/people/journal';
import { type JournalBreak, JournalWalk } from '../src/core/people/journal';

const ROWS_AT_ONCE = 2000;

/** What the journal of a database comes to: how many entries are sound, and the first that is not as it was written. */
export interface JournalFound {
  readonly entries: number;
  readonly hash: string;
  readonly broken: JournalBreak | null;
}

/** Holds the journal of a database against its own hashes, entry by entry. A database from before there was one has none. */
export async function journalIn(client: Client): Promise<JournalFound> {
  const walk = new JournalWalk();
  const there = await client.execute("select count(*) as n from sqlite_master where name = 'journal'");
  if (Number(there.rows[0]?.n) === 0) return { ...walk.sound(), broken: null };
  for (let after = 0; ; ) {
    const { rows } = await client.execute({ sql: NEXT, args: [after, ROWS_AT_ONCE] });
    for (const row of rows) {
      const broken = walk.take(row as unknown as JournalEntry);
      if (broken) return { ...walk.sound(), broken };
      after = Number(row.number);
    }
    if (rows.length < ROWS_AT_ONCE) return { ...walk.sound(), broken: null };
  }
}

const NEXT = `select number, at_ms as atMs, person_id as personId, device, act, subject_kind as subjectKind,
  subject_id as subjectId, said, reason, before, hash from journal where number > ? order by number limit ?`;
