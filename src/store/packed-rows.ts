import { getTableColumns, getTableName } from 'drizzle-orm';
import type { SQLiteTable } from 'drizzle-orm/sqlite-core';
import { tagKey } from '@/core/battery/battery';
import type { AssessmentRecord, BatteryRecord, RunRecord } from '@/core/exchange/views';
import type { Reading } from '@/core/procedure/reading';
import { packJudgement } from './packed-judgement';
import { assessments, batteries, readings, runs } from './schema';

/** A run as it comes in: with its battery where that is new, its readings and what it came to. */
export interface IncomingRun {
  readonly newBattery: BatteryRecord | null;
  readonly run: RunRecord;
  readonly readings: readonly Reading[];
  readonly assessment: AssessmentRecord;
}

/** What one row of a table holds, in the order of its columns. */
export type RowValues = readonly (string | number | null | Uint8Array)[];

/** The tables that runs come into, in the order in which their rows are added. */
export const ROW_TABLES = { batteries, assessments, runs, readings } as const;

export type RowTable = keyof typeof ROW_TABLES;

/** A stretch of runs made ready for the store by a worker thread, so that storing it is all that is left. */
export interface PackedStretch {
  readonly count: number;
  /** Tags of the batteries among them that are new. */
  readonly tagKeys: readonly string[];
  /** Rows as JSON: one text passes between threads at once, a hundred thousand values do not. */
  readonly rows: string;
  /** The packed judgements of the assessments, one after the other, and where each ends. */
  readonly judgements: Uint8Array;
  readonly judgementEnds: readonly number[];
}

export type StretchRows = Readonly<Record<RowTable, readonly RowValues[]>>;

/** Packs runs that arrive together, recorded and brought in by one person at one moment. */
export function packStretch(
  incoming: readonly IncomingRun[],
  arrival: { readonly id: string; readonly atMs: number; readonly byId: string },
): PackedStretch {
  const ids = { importId: arrival.id, arrivalId: arrival.id };
  const registered = incoming.flatMap(({ newBattery }) => newBattery ?? []);
  const judgements = incoming.map(({ assessment }) => packJudgement(assessment));
  let end = 0;
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
      incoming.map(({ assessment: { evidence: _evidence, assessment: _assessment, ...columns } }) => columns),
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
    rows: JSON.stringify(rows),
    judgements: Buffer.concat(judgements),
    judgementEnds: judgements.map(({ length }) => {
      end += length;
      return end;
    }),
  };
}

const JUDGEMENT_AT = Object.keys(getTableColumns(assessments)).indexOf('judgement');

/** The rows of a stretch as their columns take them. */
export function unpackStretch({ rows, judgements, judgementEnds }: PackedStretch): StretchRows {
  const read = JSON.parse(rows) as StretchRows;
  return {
    ...read,
    assessments: read.assessments.map((row, at) =>
      row.with(JUDGEMENT_AT, judgements.subarray(judgementEnds[at - 1] ?? 0, judgementEnds[at])),
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

/** Adds one row of a table; names are of the schema, never of a request. */
export function insertInto(name: RowTable): string {
  const table = ROW_TABLES[name];
  const columns = Object.values(getTableColumns(table)).map((column) => `"${column.name}"`);
  return `insert into "${getTableName(table)}" (${columns.join()}) values (${columns.map(() => '?').join()})`;
}
