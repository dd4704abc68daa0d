import { getTableColumns, getTableName } from 'drizzle-orm';
import type { SQLiteTable } from 'drizzle-orm/sqlite-core';
import { tagKey } from '@/core/battery/battery';
import type { AssessmentRecord, BatteryRecord, RunRecord } from '@/core/exchange/views';
import type { Reading } from '@/core/procedure/reading';
import type { Statement } from './database';
import { assessments, batteries, readings, runs } from './schema';
import { RELEASE_TAGS } from './tags';

/** A run as it comes in: with its battery where that is new, its readings and what it came to. */
export interface IncomingRun {
  readonly newBattery: BatteryRecord | null;
  readonly run: RunRecord;
  readonly readings: readonly Reading[];
  readonly assessment: AssessmentRecord;
}

/** Rows of one table as JSON, a list of values a row, in the order of the table's columns. */
type PackedRows = string;

/** A stretch of runs made ready for the store: packed by a worker thread, so that storing it is all that is left. */
export interface PackedStretch {
  readonly count: number;
  /** Tags of the batteries among them that are new. */
  readonly tagKeys: readonly string[];
  readonly batteries: PackedRows;
  readonly runs: PackedRows;
  /** Their texts are long: as values they are bound as they are, where a list would have to be taken apart again. */
  readonly assessments: readonly RowValues[];
  readonly readings: PackedRows;
}

type RowValues = readonly (string | number | null)[];

/** Packs runs that arrive together, recorded and brought in by one person at one moment. */
export function packStretch(
  incoming: readonly IncomingRun[],
  arrival: { readonly id: string; readonly atMs: number; readonly byId: string },
): PackedStretch {
  const ids = { importId: arrival.id, arrivalId: arrival.id };
  const registered = incoming.flatMap(({ newBattery }) => newBattery ?? []);
  return {
    count: incoming.length,
    tagKeys: registered.map(({ tag }) => tagKey(tag)),
    batteries: packRows(
      batteries,
      registered.map((battery) => ({
        ...{ ...battery, ...ids, tagKey: tagKey(battery.tag) },
        ...{ changedAtMs: arrival.atMs, changedById: arrival.byId },
      })),
    ),
    runs: packRows(
      runs,
      incoming.map(({ run }) => ({ ...run, ...ids })),
    ),
    assessments: rowValues(
      assessments,
      incoming.map(({ assessment }) => assessment),
    ),
    readings: packRows(
      readings,
      incoming.flatMap((run) => run.readings.map((reading) => ({ ...reading, recordedAtMs: arrival.atMs }))),
    ),
  };
}

interface PackedColumn {
  readonly name: string;
  readonly fallback: unknown;
  /** Null where a value is held as it is. */
  readonly map: ((value: unknown) => unknown) | null;
}

const columnsOf = new Map<SQLiteTable, readonly PackedColumn[]>();

function packedColumns(table: SQLiteTable): readonly PackedColumn[] {
  const known = columnsOf.get(table);
  if (known) return known;
  const columns = Object.entries(getTableColumns(table)).map(([name, column]) => {
    const asIs = column.dataType === 'string' || column.dataType === 'number';
    return {
      name,
      fallback: column.default ?? null,
      map: asIs ? null : (value: unknown) => column.mapToDriverValue(value),
    };
  });
  columnsOf.set(table, columns);
  return columns;
}

/** Rows as their table's columns hold them; a column that a row leaves out takes its default. */
function rowValues(table: SQLiteTable, rows: readonly object[]): RowValues[] {
  const columns = packedColumns(table);
  return rows.map((row) =>
    columns.map(({ name, fallback, map }) => {
      const value = (row as Record<string, unknown>)[name] ?? fallback;
      return (value === null || map === null ? value : map(value)) as string | number | null;
    }),
  );
}

const packRows = (table: SQLiteTable, rows: readonly object[]): PackedRows =>
  JSON.stringify(rowValues(table, rows));

/** Adds rows by their values, all of them in one statement. */
function insertValues(table: SQLiteTable, rows: readonly RowValues[]): Statement {
  const places = `(${Object.keys(getTableColumns(table)).fill('?').join()})`;
  const values = Array.from({ length: rows.length }, () => places).join();
  return { sql: `insert into ${namesOf(table)} values ${values}`, args: rows.flat() };
}

/**
 * Adds packed rows by one statement: the database takes the list apart itself, which costs a third less than binding
 * each value, and leaves the event loop free for the rest of it.
 */
function insertPacked(table: SQLiteTable, packed: PackedRows): Statement {
  const values = Object.keys(getTableColumns(table)).map((_, at) => `row.value ->> ${at}`);
  return {
    sql: `insert into ${namesOf(table)} select ${values.join()} from json_each(?) as row`,
    args: [packed],
  };
}

/** A table with all of its columns; their names are of the schema, never of a request. */
function namesOf(table: SQLiteTable): string {
  const columns = Object.values(getTableColumns(table)).map(({ name }) => `"${name}"`);
  return `"${getTableName(table)}" (${columns.join()})`;
}

/** What adds a stretch to the store, in one transaction. Rows that name each other are looked at once all are there. */
export function stretchStatements(stretch: PackedStretch): Statement[] {
  return [
    { sql: 'pragma defer_foreign_keys = on', args: [] },
    { sql: RELEASE_TAGS, args: [JSON.stringify(stretch.tagKeys)] },
    insertPacked(batteries, stretch.batteries),
    ...(stretch.count > 0 ? [insertValues(assessments, stretch.assessments)] : []),
    insertPacked(runs, stretch.runs),
    insertPacked(readings, stretch.readings),
  ];
}
