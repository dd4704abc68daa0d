import { type SQL, sql } from 'drizzle-orm';
import type { AnySQLiteColumn } from 'drizzle-orm/sqlite-core';
import { imports } from './schema';

/**
 * Whether a row is to be seen: it did not come with an arrival, or its arrival is there whole and was not taken back.
 * So a hundred thousand rows come into sight, and go out of it, with the change of one word.
 */
export function inSight(arrivalId: AnySQLiteColumn): SQL {
  return sql`(${arrivalId} is null or exists (select 1 from ${imports} as arrival where arrival.id = ${arrivalId} and arrival.state = 'in'))`;
}
