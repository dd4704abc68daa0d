import 'server-only';
import { uuidv7 } from 'uuidv7';
import { tagKey } from '@/core/battery/battery';
import type { BatteryListTally } from '@/core/exchange/arrival-views';
import { readBatteryList } from '@/core/exchange/batteries-csv';
import { checkShape } from '@/core/exchange/check-shape';
import type { BatteryRecord } from '@/core/exchange/views';
import { succeed } from '@/core/quantity/result';
import { Type } from '@/core/quantity/type';
import { addArrivingBatteries, beginImport, importById, knownBatteries } from '@/store/imports';
import { type Answer, refused } from './answer';
import type { Context } from './context';
import { arrive, UNWATCHED_WRITE } from './import-job';

const Uuid = Type.String({ format: 'uuid' });
const BatteryList = Type.Object(
  {
    id: Uuid,
    /** Who registers them; nobody need be there to be told what it would come to. */
    technicianId: Type.Union([Uuid, Type.Null()]),
    name: Type.String({ minLength: 1, maxLength: 120, description: 'name of the file' }),
    text: Type.String({ maxLength: 3_500_000, description: 'list of batteries' }),
    /** False to be told what it would come to. */
    store: Type.Boolean(),
  },
  { additionalProperties: false },
);

/** Refused rows that are told one by one. */
const MOST_TOLD = 50;
/** Batteries that are stored in one write: little enough for a capture to pass between two. */
const STORED_AT_ONCE = 200;

/**
 * Registers the batteries of a list, those with a new tag, all of them or none; it can be taken back like any import. A
 * tag that is registered already stays as it is. Without `store` it only says what it would come to.
 */
export async function bringBatteryList(context: Context, input: unknown): Promise<Answer<BatteryListTally>> {
  const checked = checkShape(BatteryList, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const { id, technicianId, name, text, store } = checked.value;
  const list = readBatteryList(text, context.site.ratingStandard);
  if (!list.ok) return { ...list, failure: 'input' };
  const read = list.value.rows.flatMap((row) => (row.read.ok ? [row.read.value] : []));
  const keys = read.map(({ tag }) => tagKey(tag));
  const known = await context.store.read((database) => knownBatteries(database, keys));
  const fresh = read.filter(({ tag }) => !known.has(tagKey(tag)));
  const bad = list.value.rows.flatMap(({ line, tag, read: one }) =>
    one.ok ? [] : [{ line, tag, why: one.problems.map(({ message }) => message).join('; ') }],
  );
  const tally: BatteryListTally = {
    fresh: fresh.length,
    known: read.length - fresh.length,
    refusedCount: bad.length,
    refused: bad.slice(0, MOST_TOLD),
    leftAside: list.value.leftAside,
  };
  if (!store) return succeed(tally);
  if (technicianId === null) return refused('input', 'technicianId', null, 'who registers them');
  const before = await context.store.read((database) => importById(database, id));
  if (before?.state === 'in') {
    // Sent again because the answer was lost: what is known now is what came in with it.
    const came = before.newBatteries;
    return succeed({ ...tally, fresh: came, known: Math.max(0, tally.known - came) });
  }
  if (fresh.length === 0) return succeed(tally);
  const records = fresh.map((label) => ({ ...label, id: uuidv7() }) as BatteryRecord);
  const made = await arrive(
    context,
    { id, name, source: 'file', madeById: technicianId, watched: UNWATCHED_WRITE },
    async ({ store: into, record }) => {
      await into.write((transaction) => beginImport(transaction, record));
      for (let from = 0; from < records.length; from += STORED_AT_ONCE) {
        const some = records.slice(from, from + STORED_AT_ONCE);
        await into.write((transaction) =>
          addArrivingBatteries(transaction, some, { id, byId: technicianId, atMs: record.madeAtMs }),
        );
      }
      return { ok: true, value: { runs: 0, newBatteries: records.length } };
    },
  );
  return made.ok ? succeed(tally) : made;
}
