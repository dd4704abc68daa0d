import { getTableColumns, getTableName } from 'drizzle-orm';
import type { SQLiteTable } from 'drizzle-orm/sqlite-core';
import { uuidv7obj } from 'uuidv7';
import { tagKey } from '@/core/battery/battery';
import type { AssessmentRecord, BatteryRecord, RunRecord } from '@/core/exchange/views';
import type { Reading } from '@/core/steps/reading';
import { inChunks } from './in-chunks';
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
  /** They get their ids as they are packed: nothing names them before, and nothing that comes with them does. */
  readonly readings: readonly Reading[];
  readonly assessment: AssessmentRecord;
}

/** The tables that runs come into, in the order in which their rows are added. */
const ROW_TABLES = { batteries, assessments, runs, readings } as const;

type RowTable = keyof typeof ROW_TABLES;

/** A stretch of runs made ready for the store by a worker thread, so that storing it is all that is left. */
export interface PackedStretch {
  readonly count: number;
  /** Tags of the batteries among them that are new. */
  readonly tagKeys: readonly string[];
  readonly rows: Readonly<Record<RowTable, PackedRows>>;
}

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
  const taken = incoming.flatMap((run) => run.readings);
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
        taken,
        { recordedAtMs: arrival.atMs, instrumentNumber: arrival.instrumentNumber },
        { id: taken.map(() => uuidv7obj().bytes) },
      ),
    },
  };
}

/** A statement and the values that it is run with, one time after the other. */
export interface RowInserts {
  readonly sql: string;
  readonly values: readonly RowValues[];
}

/** Rows that one statement adds: each time that one is run costs as much as two rows, and more at once gain nothing. */
const ROWS_A_STATEMENT = 16;

/** What adds the rows of a stretch, table by table. Stretches of one arrival are added by the same few statements. */
export function insertsOf({ rows }: PackedStretch): RowInserts[] {
  return (Object.keys(ROW_TABLES) as RowTable[]).flatMap((table) => insertsInto(table, rows[table]));
}

/**
 * What all rows have in common stands in the statement, unless it is text, which could be anybody's; handing a value
 * over to the database costs more than storing it.
 */
function insertsInto(name: RowTable, { count, columns }: PackedRows): RowInserts[] {
  const table = ROW_TABLES[name];
  const literals = columns.map((column) => (column.kind === 'same' ? literalOf(column.value) : null));
  const names = Object.values(getTableColumns(table)).map((column) => `"${column.name}"`);
  const row = `(${literals.map((literal) => literal ?? '?').join()})`;
  const insert = (rows: number) =>
    `insert into "${getTableName(table)}" (${names.join()}) values ${new Array(rows).fill(row).join()}`;
  const values = unpackRows({ count, columns: columns.filter((_, at) => literals[at] === null) });
  const [some, rest] = [inChunks(values, ROWS_A_STATEMENT), count % ROWS_A_STATEMENT];
  const last = rest > 0 ? some.splice(-1) : [];
  return [
    { sql: insert(ROWS_A_STATEMENT), values: some.map((rows) => rows.flat()) },
    { sql: insert(rest), values: last.map((rows) => rows.flat()) },
  ].filter((inserts) => inserts.values.length > 0);
}

function literalOf(value: CellValue): string | null {
  if (value === null) return 'null';
  if (typeof value === 'string') return null;
  return typeof value === 'number' ? String(value) : `x'${Buffer.from(value).toString('hex')}'`;
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
    const values: CellValue[] = [];
    // Rows that follow each other often say the same, above all which run they are of.
    let before: unknown;
    let mapped: CellValue = null;
    for (const record of records) {
      const found = (record as Record<string, unknown>)[name] ?? fallback;
      if (found !== before) {
        before = found;
        mapped = (found === null || map === null ? found : map(found)) as CellValue;
      }
      values.push(found === null ? null : mapped);
    }
    return packColumn(values);
  });
  return { count: records.length, columns };
}
