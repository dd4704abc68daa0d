import { and, asc, desc, eq, inArray, ne, or, type SQL, sql } from 'drizzle-orm';
import { integer, sqliteTable, text } from 'drizzle-orm/sqlite-core';
import { lookAlikeKey, tidyLine } from '@/core/quantity/written-text';
import type { Database, Store, Transaction } from './database';
import { inSight } from './in-sight';
import { batteries, imports } from './schema';
import { uuid } from './uuid-column';

/**
 * What each battery is found by: tag, place, model, type, and the vehicles that it sat in, then and now. The database
 * keeps it by itself whenever one of them changes (migration 0009), and with it an index of every three letters in a
 * row. Not in the schema that the migrations follow, which knows no such index.
 */
const words = sqliteTable('battery_words', {
  number: integer('number').primaryKey(),
  batteryId: uuid('battery_id').notNull(),
  tagKey: text('tag_key').notNull(),
  arrivalId: uuid('arrival_id'),
  words: text('words').notNull(),
});

/** Where to read: all batteries, or what they are found by. */
const ALL = { from: batteries, id: batteries.id, key: batteries.tagKey, arrivalId: batteries.arrivalId };
const FOUND = { from: words, id: words.batteryId, key: words.tagKey, arrivalId: words.arrivalId };

/** A shorter word is in no index of three letters. */
const INDEXED_LENGTH = 3;

/** Where in the list of tags a page lies: after a tag or before one, neither included; null is the beginning. */
export type Whereabouts = { readonly after: string } | { readonly before: string } | null;

export interface Matches {
  /** The ids, by tag. */
  readonly ids: readonly string[];
  /** The keys of the first tag and the last one; empty where none matches. */
  readonly ends: readonly [first: string, last: string];
  /** Whether there are further ones on the side that was asked for. */
  readonly more: boolean;
}

/** A stretch of the batteries that match the words, by tag: each word stands somewhere in what they are found by. */
export async function matchingIds(
  database: Database,
  typed: string,
  where: Whereabouts,
  limit: number,
): Promise<Matches> {
  const backwards = where !== null && 'before' in where;
  const asked = conditionsOf(typed);
  const { from, id, key, arrivalId } = asked ? FOUND : ALL;
  const rows = await database
    .select({ id, key })
    .from(from)
    .where(
      and(
        asked ? await indexed(database, asked.index) : undefined,
        asked?.read,
        inSight(arrivalId),
        beyond(where, sql`${key}`),
      ),
    )
    .orderBy(backwards ? desc(key) : asc(key))
    .limit(limit + 1);
  const some = rows.slice(0, limit);
  if (backwards) some.reverse();
  return {
    ids: some.map((row) => row.id),
    ends: [some[0]?.key ?? '', some.at(-1)?.key ?? ''],
    more: rows.length > limit,
  };
}

/** Whether a battery is among those that match the words; nothing where none was typed. */
export function isFound(database: Database | Transaction, typed: string): SQL | undefined {
  const asked = conditionsOf(typed);
  if (!asked) return undefined;
  const found = database
    .select({ id: words.batteryId })
    .from(words)
    .where(and(asked.index === null ? undefined : inIndex(asked.index), asked.read));
  return inArray(batteries.id, found);
}

/** How many batteries match the words. */
export async function countMatching(database: Database, typed: string): Promise<number> {
  const total = sql<number>`count(*)`;
  const asked = conditionsOf(typed);
  if (!asked) return counted(database.select({ total }).from(batteries).where(inSight(batteries.arrivalId)));
  const hidden = await database
    .select({ id: imports.id })
    .from(imports)
    .where(ne(imports.state, 'in'))
    .limit(1);
  if (asked.index !== null && !asked.read && hidden.length === 0) {
    return counted(database.select({ total }).from(INDEX).where(sql`battery_index match ${asked.index}`));
  }
  const matches = and(asked.index === null ? undefined : inIndex(asked.index), asked.read);
  return counted(
    database
      .select({ total })
      .from(words)
      .where(and(matches, inSight(words.arrivalId))),
  );
}

async function counted(rows: Promise<{ readonly total: number }[]>): Promise<number> {
  return (await rows)[0]?.total ?? 0;
}

const INDEX = sql`battery_index`;

/** The words of more batteries than this are met soon by whoever reads along the tags; those of fewer are sorted. */
const BROAD = 5000;

/** What the index says, asked in the way that is quick for as many as it finds. */
async function indexed(database: Database, match: string | null): Promise<SQL | undefined> {
  if (match === null) return undefined;
  const [beyondFew] = await database
    .select({ rowid: sql<number>`rowid` })
    .from(INDEX)
    .where(sql`battery_index match ${match}`)
    .limit(1)
    .offset(BROAD);
  // The sign before the number keeps the database from going through all that were found, and so to the tags.
  return beyondFew ? sql`+${inIndex(match)}` : inIndex(match);
}

const inIndex = (match: string) =>
  sql`${words.number} in (select rowid from battery_index where battery_index match ${match})`;

function beyond(where: Whereabouts, key: SQL): SQL | undefined {
  if (where === null) return undefined;
  return 'after' in where ? sql`${key} > ${where.after}` : sql`${key} < ${where.before}`;
}

interface Conditions {
  /** What the index is asked for; null where no word is long enough. */
  readonly index: string | null;
  /** What can only be told by reading: shorter words. */
  readonly read: SQL | undefined;
}

/** The conditions that all words are there; null where none was typed. */
function conditionsOf(typed: string): Conditions | null {
  const wanted = tidyLine(typed.normalize('NFKC')).split(' ').filter(Boolean);
  if (wanted.length === 0) return null;
  const long = wanted.filter((word) => Array.from(word).length >= INDEXED_LENGTH);
  const short = wanted.filter((word) => !long.includes(word));
  return {
    index: long.length === 0 ? null : long.map(termOf).join(' AND '),
    read: and(...short.map(standsIn)),
  };
}

/** That a short word stands in them, in any case; of other than plain letters the database knows no capitals. */
function standsIn(word: string): SQL | undefined {
  const spellings = new Set([word, word.toUpperCase(), word.toLowerCase()]);
  const patterns = [...spellings].map((text) => `%${text.replace(/[\\%_]/g, '\\$&')}%`);
  return or(...patterns.map((pattern) => sql`${words.words} like ${pattern} escape '\\'`));
}

/** A word as the index is asked for it; a tag is kept in letters that look alike, and found by those as well. */
function termOf(word: string): string {
  const quoted = (text: string) => `"${text.replaceAll('"', '""')}"`;
  const key = lookAlikeKey(word);
  return key === word.toUpperCase() ? quoted(word) : `(${quoted(word)} OR ${quoted(key)})`;
}

/** Batteries that are made findable in one write: little enough for a capture to pass between two. */
const INDEXED_AT_ONCE = 5000;

/**
 * Makes the batteries of an arrival findable, by stretches. One by one as they are stored would take ten times as long;
 * nobody looks for them before the arrival is in sight.
 */
export async function indexArrival(store: Store, arrivalId: string): Promise<void> {
  let after = 0;
  for (let found = INDEXED_AT_ONCE; found === INDEXED_AT_ONCE; ) {
    found = await store.write(async (transaction) => {
      const some = await transaction
        .select({ rowid: sql<number>`rowid`, id: batteries.id })
        .from(batteries)
        .where(and(eq(batteries.arrivalId, arrivalId), sql`rowid > ${after}`))
        .orderBy(sql`rowid`)
        .limit(INDEXED_AT_ONCE);
      const last = some.at(-1);
      if (!last) return 0;
      await transaction.run(sql`insert into battery_words (battery_id, tag_key, arrival_id, words)
        select id, tag_key, arrival_id, words from battery_terms
        where id in (select unhex(replace(value, '-', '')) from json_each(${JSON.stringify(some.map((row) => row.id))}))`);
      after = last.rowid;
      return some.length;
    });
  }
}
