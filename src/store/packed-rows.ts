import { getTableColumns, getTableName } from 'drizzle-orm';
import type { SQLiteTable } from 'drizzle-orm/sqlite-core';
import { tagKey } from '@/core/battery/battery';
import type { AssessmentRecord, BatteryRecord, RunRecord } from '@/core/exchange/views';
import type { Reading } from '@/core/steps/reading';
import {
  type CellValue,
  type PackedColumn,
  type PackedRows,
  packColumn,
  type RowValues,
  unpackRows,
} from './packed-columns';
import { packJudgement } from './packed-judgement';
import { assessments, batteries, readings, runs } from './schema';

/** A run as it comes in: with its battery where that is new, its readings and what it came to. */
export interface IncomingRun {
  readonly newBattery: BatteryRecord | null;
  readonly run: RunRecord;
  readonly readings: readonly Reading[];
  readonly assessment: AssessmentRecord;
}

/** The tables that runs come into, in the order in which their rows are added. */
export const ROW_TABLES = { batteries, assessments, runs, readings } as const;

export type RowTable = keyof typeof ROW_TABLES;

/** A stretch of runs made ready for the store by a worker thread, so that storing it is all that is left. */
export interface PackedStretch {
  readonly count: number;
  /** Tags of the batteries among them that are new. */
  readonly tagKeys: readonly string[];
  readonly rows: Readonly<Record<RowTable, PackedRows>>;
}

export type StretchRows = Readonly<Record<RowTable, readonly RowValues[]>>;

/** Packs runs that arrive together, recorded and brought in by one person at one moment. */
export function packStretch(
  incoming: readonly IncomingRun[],
  arrival: {
    readonly id: string;
    readonly atMs: number;
    readonly byId: string;
    readonly instrumentNumber: number;
  },
): PackedStretch {
  const ids = { importId: arrival.id, arrivalId: arrival.id };
  const registered = incoming.flatMap(({ newBattery }) => newBattery ?? []);
  const tagKeys = registered.map(({ tag }) => tagKey(tag));
  const changed = { changedAtMs: arrival.atMs, changedById: arrival.byId };
  const judged = incoming.map(({ assessment }) => assessment);
  return {
    count: incoming.length,
    tagKeys,
    rows: {
      batteries: packTable(batteries, registered, { ...ids, ...changed }, { tagKey: tagKeys }),
      assessments: packTable(assessments, judged, {}, { judgement: judged.map(packJudgement) }),
      runs: packTable(
        runs,
        incoming.map(({ run }) => run),
        ids,
      ),
      readings: packTable(
        readings,
        incoming.flatMap((run) => run.readings),
        { recordedAtMs: arrival.atMs, instrumentNumber: arrival.instrumentNumber },
      ),
    },
  };
}

/** The rows of a stretch as their columns take them. */
export function unpackStretch({ rows }: PackedStretch): StretchRows {
  return {
    batteries: unpackRows(rows.batteries),
    assessments: unpackRows(rows.assessments),
    runs: unpackRows(rows.runs),
    readings: unpackRows(rows.readings),
  };
}

interface StoredColumn {
  readonly name: string;
  readonly fallback: unknown;
  /** Null where a value is held as it is. */
  readonly map: ((value: unknown) => unknown) | null;
}

const columnsOf = new Map<SQLiteTable, readonly StoredColumn[]>();

function storedColumns(table: SQLiteTable): readonly StoredColumn[] {
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

/**
 * Records as the columns of their table hold them.
 * @param same what all of them have in common; @param made columns that are worked out already, a value a record
 * @returns a column that neither says and that a record leaves out takes its default
 */
function packTable(
  table: SQLiteTable,
  records: readonly object[],
  same: Readonly<Record<string, CellValue>>,
  made: Readonly<Record<string, readonly CellValue[]>> = {},
): PackedRows {
  const columns = storedColumns(table).map(({ name, fallback, map }): PackedColumn => {
    const value = same[name];
    if (value !== undefined) return { kind: 'same', value: map === null ? value : (map(value) as CellValue) };
    const known = made[name];
    if (known) return packColumn(known);
    const values = records.map((record) => {
      const found = (record as Record<string, unknown>)[name] ?? fallback;
      return (found === null || map === null ? found : map(found)) as CellValue;
    });
    return packColumn(values);
  });
  return { count: records.length, columns };
}

/** Adds one row of a table; names are of the schema, never of a request. */
export function insertInto(name: RowTable): string {
  const table = ROW_TABLES[name];
  const columns = Object.values(getTableColumns(table)).map((column) => `"${column.name}"`);
  return `insert into "${getTableName(table)}" (${columns.join()}) values (${columns.map(() => '?').join()})`;
}
