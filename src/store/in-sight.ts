import { type SQL, sql } from 'drizzle-orm';
import type { AnySQLiteColumn } from 'drizzle-orm/sqlite-core';
import { imports } from './schema';

/**
 * Whether a row is to be seen: it did not come with an arrival, or its arrival is there whole and was not taken back.
 * So a hundred thousand rows come into sight, and go out of it, with the change of one word.
 */
export function inSight(arrivalId: AnySQLiteColumn): SQL {
  // Few arrivals are out of sight: the list of them is made once a query, and most often it is empty.
  return sql`(${arrivalId} is null or ${arrivalId} not in (select ${imports.id} from ${imports} where ${imports.state} <> 'in'))`;
}
