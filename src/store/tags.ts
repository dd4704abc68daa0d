import { sql } from 'drizzle-orm';
import type { Transaction } from './database';

/**
 * Gives the tags of batteries that are out of sight, because their import was taken back, to whoever comes with them
 * now. A battery that is just arriving keeps its tag. Takes the keys as a JSON list.
 */
export const RELEASE_TAGS = `update batteries set tag_key = tag_key || ' #' || lower(hex(id))
  where tag_key in (select value from json_each(?))
  and exists (select 1 from imports where imports.id = batteries.arrival_id and imports.state in ('taken_back', 'stopped'))`;

/** The same inside a transaction of the store. */
export async function releaseTags(transaction: Transaction, keys: readonly string[]): Promise<void> {
  const [before = '', after = ''] = RELEASE_TAGS.split('?');
  await transaction.run(sql`${sql.raw(before)}${JSON.stringify(keys)}${sql.raw(after)}`);
}
