import { getTableColumns, getTableName } from 'drizzle-orm';
import type { SQLiteTable } from 'drizzle-orm/sqlite-core';
import { tagKey } from '@/core/battery/battery';
import type { AssessmentRecord, BatteryRecord, RunRecord } from '@/core/exchange/views';
import type { Reading } from '@/core/procedure/reading';
import { assessments, batteries, readings, runs } from './schema';

/** A run as it comes in: with its battery where that is new, its readings and what it came to. */
export interface IncomingRun {
  readonly newBattery: BatteryRecord | null;
  readonly run: RunRecord;
  readonly readings: readonly Reading[];
  readonly assessment: AssessmentRecord;
}

/** What one row of a table holds, in the order of its columns. */
export type RowValues = readonly (string | number | null)[];

/** The tables that runs come into, in the order in which their rows are added. */
export const ROW_TABLES = { batteries, assessments, runs, readings } as const;

export type RowTable = keyof typeof ROW_TABLES;

/** A stretch of runs made ready for the store by a worker thread, so that storing it is all that is left. */
export interface PackedStretch {
  readonly count: number;
  /** Tags of the batteries among them that are new. */
  readonly tagKeys: readonly string[];
  /** A `StretchRows` as JSON: one text passes between threads at once, a hundred thousand values do not. */
  readonly rows: string;
  /** The long texts of the judgements, a line each; in the rows stands the number of the line. */
  readonly texts: string;
}

/** Columns that hold long JSON, which has no line breaks: written as JSON once more, every quote would double. */
const LONG_TEXTS = ['evidence', 'assessment'] as const;

/** Where the long texts stand among an assessment's columns. */
const LONG_COLUMNS: ReadonlySet<number> = new Set(
  LONG_TEXTS.map((name) => Object.keys(getTableColumns(assessments)).indexOf(name)),
);

export type StretchRows = Readonly<Record<RowTable, readonly RowValues[]>>;

/** Packs runs that arrive together, recorded and brought in by one person at one moment. */
export function packStretch(
  incoming: readonly IncomingRun[],
  arrival: { readonly id: string; readonly atMs: number; readonly byId: string },
): PackedStretch {
  const ids = { importId: arrival.id, arrivalId: arrival.id };
  const registered = incoming.flatMap(({ newBattery }) => newBattery ?? []);
  const rows: StretchRows = {
    batteries: rowValues(
      batteries,
      registered.map((battery) => ({
        ...{ ...battery, ...ids, tagKey: tagKey(battery.tag) },
        ...{ changedAtMs: arrival.atMs, changedById: arrival.byId },
      })),
    ),
    assessments: rowValues(
      assessments,
      incoming.map(({ assessment }) => assessment),
    ),
    runs: rowValues(
      runs,
      incoming.map(({ run }) => ({ ...run, ...ids })),
    ),
    readings: rowValues(
      readings,
      incoming.flatMap((run) => run.readings.map((reading) => ({ ...reading, recordedAtMs: arrival.atMs }))),
    ),
  };
  return {
    count: incoming.length,
    tagKeys: registered.map(({ tag }) => tagKey(tag)),
    ...writtenRows(rows),
  };
}

function writtenRows(rows: StretchRows): Pick<PackedStretch, 'rows' | 'texts'> {
  const texts: string[] = [];
  const assessments = rows.assessments.map((row) =>
    row.map((value, at) => (LONG_COLUMNS.has(at) ? texts.push(String(value)) - 1 : value)),
  );
  return { rows: JSON.stringify({ ...rows, assessments }), texts: texts.join('\n') };
}

/** The rows of a stretch as they were packed. */
export function unpackStretch({ rows, texts }: PackedStretch): StretchRows {
  const read = JSON.parse(rows) as StretchRows;
  const lines = texts.split('\n');
  const assessments = read.assessments.map((row) =>
    row.map((value, at) => (LONG_COLUMNS.has(at) ? (lines[Number(value)] ?? null) : value)),
  );
  return { ...read, assessments };
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

/** Adds one row of a table; names are of the schema, never of a request. */
export function insertInto(name: RowTable): string {
  const table = ROW_TABLES[name];
  const columns = Object.values(getTableColumns(table)).map((column) => `"${column.name}"`);
  return `insert into "${getTableName(table)}" (${columns.join()}) values (${columns.map(() => '?').join()})`;
}
