import 'server-only';
import { setImmediate as turn } from 'node:timers/promises';
import { type TOptional, type TString, Type } from '@sinclair/typebox';
import { uuidv7 } from 'uuidv7';
import { tagKey } from '@/core/battery/battery';
import { checkShape } from '@/core/exchange/check-shape';
import { importBlocks, piecesOf, type RowBlock } from '@/core/exchange/import/import-blocks';
import type { GoodRow } from '@/core/exchange/import/import-reader';
import type { KnownBattery } from '@/core/exchange/import/known-battery';
import { labelFromRow } from '@/core/exchange/import/label-from-row';
import { IMPORT_LIMITS, tooLarge } from '@/core/exchange/import/limits';
import { FIXABLE_COLUMNS } from '@/core/exchange/import/mapping';
import { USED_COLUMNS, type UsedColumn } from '@/core/exchange/readings-csv/columns';
import type { BatteryRecord, ImportRecord, ImportSource } from '@/core/exchange/views';
import type { Symptom } from '@/core/procedure/complaint';
import { readingsFromEvidence } from '@/core/procedure/readings-from-evidence';
import { fail, type Result, succeed } from '@/core/quantity/result';
import type { HouseRules } from '@/core/rules/house-rules';
import { isRollback, Rollback } from '@/store/fault';
import {
  addIncoming,
  beginImport,
  endImport,
  type IncomingRun,
  importById,
  knownBatteries,
  listImports,
  takeBack,
  touchedSince,
} from '@/store/imports';
import type { Transaction } from '@/store/open';
import { assessmentRecord } from '@/store/runs';
import { type Answer, answering, refused, refusedSaying } from './answer';
import { rulesToday } from './rules';
import { theStore } from './store';

const Uuid = Type.String({ format: 'uuid' });

/** What is said of a file beside the file itself. */
const ImportMeta = Type.Object(
  {
    id: Uuid,
    technicianId: Uuid,
    name: Type.String({ minLength: 1, maxLength: 120, description: 'name of the file' }),
    mapping: Type.Array(
      Type.Unsafe<UsedColumn | null>(
        Type.Union([...USED_COLUMNS.map((column) => Type.Literal(column)), Type.Null()]),
      ),
      { maxItems: IMPORT_LIMITS.columns, description: 'what each column is taken for' },
    ),
    /** What all rows have in common although no column says so. */
    fixed: Type.Optional(
      Type.Object(
        Object.fromEntries(
          FIXABLE_COLUMNS.map((column) => [column, Type.Optional(Type.String({ maxLength: 20 }))]),
        ) as Record<(typeof FIXABLE_COLUMNS)[number], TOptional<TString>>,
        { additionalProperties: false },
      ),
    ),
    /** Good rows that the preview showed. */
    seenRuns: Type.Integer({ minimum: 1, description: 'good rows seen' }),
  },
  { additionalProperties: false },
);

const UndoImport = Type.Object({ importId: Uuid, technicianId: Uuid }, { additionalProperties: false });
const Tags = Type.Object(
  { keys: Type.Array(Type.String({ maxLength: 4000 }), { maxItems: 10_000, description: 'tags' }) },
  { additionalProperties: false },
);

const IMPORTS_SHOWN = 50;
const MOST_TAGS_TOLD = 3;

/** The registered batteries among some tags: what a preview holds its rows against. */
export function answerKnown(input: unknown): Promise<Answer<readonly (readonly [string, KnownBattery])[]>> {
  return answering(async () => {
    const checked = checkShape(Tags, input);
    if (!checked.ok) return { ...checked, failure: 'input' };
    const store = await theStore();
    return succeed([...(await store.read((database) => knownBatteries(database, checked.value.keys)))]);
  });
}

export async function importList(): Promise<ImportRecord[]> {
  return listImports(await theStore(), IMPORTS_SHOWN);
}

/** How a long import tells how far it is, and learns that nobody waits for it any more. */
export interface Watched {
  readonly onStored: (runs: number) => void;
  readonly signal: AbortSignal;
}

/**
 * Stores the good rows of a file of readings as finished runs, all of them or none. The file is read again just as the
 * preview read it; where that comes to another number of rows than was seen, nothing is stored.
 */
export function importReadings(meta: unknown, text: string, watched: Watched): Promise<Answer<ImportRecord>> {
  return answering(async () => {
    const checked = checkShape(ImportMeta, meta);
    if (!checked.ok) return { ...checked, failure: 'input' };
    const tooBig = tooLarge(text.length, IMPORT_LIMITS.bytes);
    if (tooBig) return { ...fail(tooBig), failure: 'input' };
    const { id, technicianId, name, mapping, seenRuns, fixed = {} } = checked.value;
    return storeRows({
      ...{ id, technicianId, name, seenRuns, watched },
      ...{ source: 'file', complaint: null, instrument: 'read from a file', place: '' },
      rules: await rulesToday(),
      blocks: (rules) => importBlocks(piecesOf(text), { mapping, fixed }, rules),
    });
  });
}

interface Incoming {
  readonly id: string;
  readonly technicianId: string;
  readonly name: string;
  readonly source: ImportSource;
  readonly complaint: Symptom | null;
  readonly instrument: string;
  /** Where batteries that are new here are said to belong. */
  readonly place: string;
  readonly seenRuns: number;
  readonly rules: HouseRules;
  readonly watched: Watched;
  readonly blocks: (rules: HouseRules) => AsyncIterable<Result<RowBlock>>;
  /** What else belongs into the same transaction. */
  readonly also?: (transaction: Transaction) => Promise<void>;
}

/** Stores rows as runs in one transaction. The same import sent again is answered with what it stored. */
export async function storeRows(incoming: Incoming): Promise<Answer<ImportRecord>> {
  const store = await theStore();
  const before = await store.read((database) => importById(database, incoming.id));
  if (before) return succeed(before);
  try {
    return succeed(await store.write((transaction) => writeRows(transaction, incoming)));
  } catch (error) {
    if (isRollback(error)) return error.reason as Answer<never>;
    throw error;
  }
}

async function writeRows(transaction: Transaction, incoming: Incoming): Promise<ImportRecord> {
  const { id, technicianId, name, source, rules, watched, seenRuns } = incoming;
  const made: ImportRecord = {
    ...{ id, source, name, runs: 0, newBatteries: 0, madeAtMs: Date.now(), madeById: technicianId },
    ...{ undoneAtMs: null, undoneById: null },
  };
  await beginImport(transaction, made);
  const registered = new Map<string, string>();
  let runs = 0;
  for await (const block of incoming.blocks(rules)) {
    if (watched.signal.aborted) throw new Rollback(refusedSaying('conflict', 'import', STOPPED));
    if (!block.ok) throw new Rollback({ ...block, failure: 'input' });
    const { rows, reader } = block.value;
    const known = await knownBatteries(transaction, reader.tagKeys(rows));
    for (const key of registered.keys()) known.delete(key);
    const good = reader.read(rows, known).filter((row) => row.ok);
    await addIncoming(
      transaction,
      made,
      good.map((row) => runOf(row, made, incoming, registered)),
    );
    runs += good.length;
    watched.onStored(runs);
    // The store works on this very loop: between two stretches others get their turn.
    await turn();
  }
  if (runs !== seenRuns) {
    throw new Rollback(
      refusedSaying(
        'conflict',
        'import',
        `${runs} rows can be stored now, ${seenRuns} when you looked. ${LOOK_AGAIN}`,
      ),
    );
  }
  const counts = { runs, newBatteries: registered.size };
  await endImport(transaction, id, counts);
  await incoming.also?.(transaction);
  return { ...made, ...counts };
}

const LOOK_AGAIN = 'Somebody changed a battery meanwhile: look at the rows again. Nothing was stored.';
const STOPPED = 'Stopped. Nothing was stored.';

function runOf(
  row: GoodRow,
  made: ImportRecord,
  { technicianId, complaint, instrument, place, rules }: Incoming,
  registered: Map<string, string>,
): IncomingRun {
  const takenAtMs = row.takenAtMs ?? made.madeAtMs;
  const key = tagKey(row.tag);
  const known = row.batteryId ?? registered.get(key);
  const batteryId = known ?? uuidv7();
  if (!known) registered.set(key, batteryId);
  const newBattery: BatteryRecord | null = known
    ? null
    : { id: batteryId, ...labelFromRow(row.tag, row.evidence.battery, place) };
  const runId = uuidv7();
  const assessment = assessmentRecord({
    ...{ id: uuidv7(), runId, madeAtMs: made.madeAtMs, override: null },
    ...{ evidence: row.evidence, assessment: row.assessment },
  });
  return {
    newBattery,
    assessment,
    run: {
      ...{ id: runId, batteryId, startedAtMs: takenAtMs, startedById: technicianId },
      ...{ finishedAtMs: takenAtMs, finishedById: technicianId, assessmentId: assessment.id },
      ...{ rulesId: rules.id, rulesVersion: rules.version },
    },
    readings: readingsFromEvidence(row.evidence, {
      ...{ runId, technicianId, instrument, takenAtMs, complaint, newId: uuidv7 },
    }),
  };
}

/** Takes a whole import back, unless somebody has worked on one of its runs since. */
export function undoImport(input: unknown): Promise<Answer<ImportRecord>> {
  return answering(async () => {
    const checked = checkShape(UndoImport, input);
    if (!checked.ok) return { ...checked, failure: 'input' };
    const { importId, technicianId } = checked.value;
    const store = await theStore();
    return store.write(async (transaction): Promise<Answer<ImportRecord>> => {
      const made = await importById(transaction, importId);
      if (!made) return refused('missing', 'importId', importId, 'an import');
      if (made.undoneAtMs !== null) return succeed(made);
      const touched = await touchedSince(transaction, importId, MOST_TAGS_TOLD + 1);
      if (touched.length > 0) return refusedSaying('conflict', 'importId', workedOn(touched));
      const undone = { undoneAtMs: Date.now(), undoneById: technicianId };
      await takeBack(transaction, importId, undone);
      return succeed({ ...made, ...undone });
    });
  });
}

function workedOn(tags: readonly string[]): string {
  const told = tags.slice(0, MOST_TAGS_TOLD).join(', ');
  const more = tags.length > MOST_TAGS_TOLD ? ' and others' : '';
  return `Runs of this import were worked on since: ${told}${more}. It cannot be taken back as a whole any more.`;
}
