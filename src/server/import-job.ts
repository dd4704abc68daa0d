import 'server-only';
import { setImmediate as turn } from 'node:timers/promises';
import type { ImportRecord, ImportSource } from '@/core/exchange/arrival-views';
import type { ArrivalUnderWay } from '@/core/exchange/views';
import type { Problem, Result } from '@/core/quantity/result';
import type { ImportHost, RowsBecome } from '@/heavy/read-import';
import { isAlreadyThere, isRollback, Rollback } from '@/store/fault';
import { addStretch, beginImport, importById, knownBatteries, setArrival } from '@/store/imports';
import { instrumentNumber } from '@/store/instruments';
import type { Store, Transaction } from '@/store/open';
import { outdateArrival } from '@/store/outdate';
import type { PackedStretch } from '@/store/packed-rows';
import { indexArrival } from '@/store/search';
import { type Answer, refusedSaying } from './answer';
import { changed } from './changes';
import { clearArrival } from './clear-arrivals';
import type { Context } from './context';
import type { Watched } from './http';
import { offLoop } from './threads';

/** What is arriving just now; one at a time, so that nobody waits for two. */
interface UnderWay extends ArrivalUnderWay {
  readonly id: string;
}

const shared = globalThis as typeof globalThis & { integraArrival?: UnderWay | null };

/** What is just coming in, for the screens to tell. */
export function arrivalUnderWay(): ArrivalUnderWay | null {
  const found = shared.integraArrival;
  return found ? { name: found.name, stored: found.stored } : null;
}

export interface Arriving {
  readonly id: string;
  readonly name: string;
  readonly source: ImportSource;
  readonly madeById: string;
  readonly watched: Watched;
}

/** What the rows of an arrival are handed over to. */
export interface ArrivalDesk {
  readonly store: Store;
  readonly record: ImportRecord;
  /** Tells how far it is; false once nobody waits any more. */
  readonly stored: (runs: number) => Promise<boolean>;
}

/** How the rows of an arrival ended: what they came to, or why nothing of them is kept. */
export type Ended = Result<Pick<ImportRecord, 'runs' | 'newBatteries'>> & {
  readonly failure?: 'input' | 'conflict';
};

/**
 * Takes in rows by stretches, between which captures pass, and brings all of them into sight at once. Whatever goes
 * wrong, nothing of them was ever seen, and what was stored is cleared away. The same arrival sent again is answered
 * with what it came to.
 * @param begin what else must be there before the first row; @param finish what belongs into the last transaction
 */
export async function arrive(
  context: Context,
  { id, name, source, madeById, watched }: Arriving,
  work: (desk: ArrivalDesk) => Promise<Ended>,
  finish: (transaction: Transaction) => Promise<void> = async () => {},
): Promise<Answer<ImportRecord>> {
  const { store } = context;
  const before = await store.read((database) => importById(database, id));
  if (before && before.state !== 'arriving' && before.state !== 'stopped') return { ok: true, value: before };
  if (shared.integraArrival) return refusedSaying('conflict', 'import', busyWith(shared.integraArrival));
  shared.integraArrival = { id, name, stored: 0 };
  try {
    if (before) await clearArrival(store, id);
    const record: ImportRecord = {
      id,
      source,
      name,
      runs: 0,
      newBatteries: 0,
      madeAtMs: context.now(),
      madeById,
      state: 'arriving',
      undoneAtMs: null,
      undoneById: null,
    };
    const ended = await working(store, record, watched, work);
    if (!ended.ok) {
      await clearArrival(store, id);
      return { ...ended, failure: ended.failure ?? 'input' };
    }
    await indexArrival(store, id);
    await store.write(async (transaction) => {
      await finish(transaction);
      await setArrival(transaction, id, { ...ended.value, state: 'in' });
      await outdateArrival(transaction, id);
    });
    return { ok: true, value: { ...record, ...ended.value, state: 'in' } };
  } catch (error) {
    await clearArrival(store, id).catch(() => undefined);
    if (isRollback(error)) return error.reason as Answer<never>;
    if (isAlreadyThere(error)) return refusedSaying('conflict', 'import', TAKEN);
    throw error;
  } finally {
    shared.integraArrival = null;
    changed('all');
  }
}

async function working(
  store: Store,
  record: ImportRecord,
  { signal, onProgress }: Watched,
  work: (desk: ArrivalDesk) => Promise<Ended>,
): Promise<Ended> {
  let told = 0;
  return work({
    store,
    record,
    stored: async (runs) => {
      shared.integraArrival = { id: record.id, name: record.name, stored: runs };
      onProgress({ stored: runs });
      if (runs - told >= TOLD_EVERY) {
        told = runs;
        changed('all');
      }
      // The store works on this very loop: between two stretches others get their turn.
      await turn();
      return !signal.aborted;
    },
  });
}

/** For a write that is over before anybody would watch it. */
export const UNWATCHED_WRITE: Watched = { onProgress: () => {}, signal: new AbortController().signal };

/** The Floor tells how far an import is once so many runs, not with each stretch. */
const TOLD_EVERY = 5000;

const busyWith = ({ name, stored }: UnderWay) =>
  `“${name}” is just coming in, ${stored} runs so far. Nothing was stored of this one: try it again after that.`;
const TAKEN =
  'Something of it is here already under another name, or was registered meanwhile. Nothing was stored: look at it again.';
const LOOK_AGAIN = 'Somebody changed a battery meanwhile: look at the rows again. Nothing was stored.';
const STOPPED: Problem = {
  field: 'import',
  found: '',
  expected: '',
  message: 'Stopped. Nothing was stored.',
};

/** Rows of readings as an arrival: from a file, read off the loop, or from a rack. */
export function arriveAsRows(
  context: Context,
  arriving: Arriving &
    Omit<RowsBecome, 'importId' | 'technicianId' | 'madeAtMs' | 'instrumentNumber'> & {
      readonly seenRuns: number;
    },
  read: (
    become: RowsBecome,
    host: ImportHost,
  ) => Promise<Result<{ readonly runs: number; readonly newBatteries: number; readonly stopped: boolean }>>,
  finish?: (transaction: Transaction) => Promise<void>,
): Promise<Answer<ImportRecord>> {
  const { complaint, instrument, place, rules, madeById, seenRuns } = arriving;
  return arrive(
    context,
    arriving,
    async ({ store, record, stored }) => {
      const number = await store.write(async (transaction) => {
        await beginImport(transaction, record);
        return instrumentNumber(transaction, instrument, record.madeAtMs);
      });
      let runs = 0;
      let before: Promise<boolean> = Promise.resolve(true);
      const storeNext = async (stretch: PackedStretch) => {
        await storeStretch(context, stretch);
        runs += stretch.count;
        return stored(runs);
      };
      const ended = await read(
        {
          importId: record.id,
          technicianId: madeById,
          madeAtMs: record.madeAtMs,
          complaint,
          instrument,
          instrumentNumber: number,
          place,
          rules,
        },
        {
          known: async (keys) => [...(await store.read((database) => knownBatteries(database, keys)))],
          // Only one of them waits among the writes at a time, so that a capture waits for one at most.
          store: (stretch) => {
            before = before.then((wanted) => wanted && storeNext(stretch));
            return before;
          },
        },
      );
      if (!ended.ok) return ended;
      const { stopped, ...counts } = ended.value;
      if (stopped) return { ok: false, problems: [STOPPED], failure: 'conflict' };
      if (counts.runs !== seenRuns) throw new Rollback(otherThanSeen(counts.runs, seenRuns));
      return { ok: true, value: counts };
    },
    finish,
  );
}

/** Stores a stretch in a thread, where this machine keeps the file. */
async function storeStretch(context: Context, stretch: PackedStretch): Promise<void> {
  const { store } = context;
  if (store.file === null) return addStretch(store, stretch);
  await store.exclusively(async (file) => {
    const outcome = await offLoop(context, 'addStretch', { file, stretch }, {});
    if (!outcome.stored) throw outcome;
  });
}

function otherThanSeen(runs: number, seen: number): Answer<never> {
  return refusedSaying(
    'conflict',
    'import',
    `${runs} rows can be stored now, ${seen} when you looked. ${LOOK_AGAIN}`,
  );
}
