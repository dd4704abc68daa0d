import { sql } from 'drizzle-orm';
import { type AnySQLiteColumn, check, integer } from 'drizzle-orm/sqlite-core';
import { MOMENT_BOUNDS } from '@/core/quantity/moment';

export const moment = (name: string) => integer(name, { mode: 'number' });

/** Holds a moment in bounds in the database itself, whoever writes it; one that is not known yet passes. */
export const momentCheck = (name: string, column: AnySQLiteColumn) =>
  check(
    name,
    sql`${column} is null or (typeof(${column}) = 'integer' and ${column} between ${sql.raw(String(MOMENT_BOUNDS.least))} and ${sql.raw(String(MOMENT_BOUNDS.most))})`,
  );

/** In which shape a record was kept; it is read through the upgraders from there on. */
export const shape = (first: number) => integer('shape').notNull().default(first);
