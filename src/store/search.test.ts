import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { eq } from 'drizzle-orm';
import fc from 'fast-check';
import { uuidv7 } from 'uuidv7';
import type { BatteryRecord } from '@/core/exchange/views';
import { addBattery, changeBattery, countBatteries, searchBatteries } from './batteries';
import { beginImport, clearStretch, setArrival } from './imports';
import { openStore, type Store } from './open';
import { batteries, slots, vehicles } from './schema';
import { indexArrival, type Whereabouts } from './search';
import { addTechnician } from './technicians';

const technician = { id: uuidv7(), name: 'Maro Tindell' };
let store: Store;

beforeEach(async () => {
  store = await openStore(`file:${join(mkdtempSync(join(tmpdir(), 'integra-search-')), 'x.db')}`);
  await addTechnician(store, technician, 1000);
});

afterEach(() => store.close());

function unit(tag: string, over: Partial<BatteryRecord> = {}): BatteryRecord {
  return {
    id: uuidv7(),
    tag,
    type: 'flooded',
    nominalVolts: 12,
    ratings: [],
    c20Ah: 60,
    rcMinutes: null,
    model: '',
    place: '',
    dateCode: '',
    fittedOn: null,
    group: '',
    slot: null,
    baselineSiemens: null,
    revision: 1,
    ...over,
  };
}

const add = (record: BatteryRecord) => addBattery(store, record, technician.id, 1000);

async function tags(words: string, where: Whereabouts = null, limit = 100): Promise<string[]> {
  return (await searchBatteries(store, words, where, limit)).batteries.map(({ tag }) => tag);
}

/** Puts a battery into a vehicle, and answers with the slot's id. */
async function sitIn(batteryId: string, vehicleId: string, toOn: string | null = null): Promise<string> {
  const id = uuidv7();
  await store.write(async (transaction) => {
    await transaction
      .insert(slots)
      .values({ id, vehicleId, batteryId, name: 'aux', fromOn: '2025-01-01', toOn });
  });
  return id;
}

async function vehicle(name: string): Promise<string> {
  const id = uuidv7();
  await store.write(async (transaction) => {
    await transaction.insert(vehicles).values({ id, name, class: 'van', site: 'North quay' });
  });
  return id;
}

describe('a search', () => {
  it('finds each word in tag, place, model or type, in any case and any order', async () => {
    await add(unit('FH-0107', { place: 'Crew van 1', model: 'Dock 60' }));
    await add(unit('FH-0108', { place: 'Müllplatz', type: 'agm', model: 'Cold 70' }));
    expect(await tags('0107')).toEqual(['FH-0107']);
    expect(await tags('DOCK crew')).toEqual(['FH-0107']);
    expect(await tags('crew cold')).toEqual([]);
    expect(await tags('agm')).toEqual(['FH-0108']);
    expect(await tags('MÜLL')).toEqual(['FH-0108']);
    expect(await tags('fh‑010')).toEqual(['FH-0107', 'FH-0108']);
  });

  it('takes words of one or two letters, and signs that mean something to the index', async () => {
    await add(unit('FH-1', { place: 'Bay 7', model: 'say "so" OR NOT' }));
    await add(unit('FH-2', { place: 'Bay 8' }));
    expect(await tags('7')).toEqual(['FH-1']);
    expect(await tags('bay 8')).toEqual(['FH-2']);
    expect(await tags('"so"')).toEqual(['FH-1']);
    for (const sign of ['%', '%%%', '*', 'NEAR(', 'words:', '-bay', '^bay', "'"]) {
      expect(await tags(sign)).toEqual([]);
    }
  });

  it('follows a label that is put right', async () => {
    const before = unit('FH-1', { place: 'Crew van 1' });
    await add(before);
    const changed = { ...before, tag: 'FH-9', place: 'Snow plough 2', seenRevision: 1 };
    await changeBattery(store, changed, technician.id, 2000);
    expect(await tags('crew')).toEqual([]);
    expect(await tags('FH-1')).toEqual([]);
    expect(await tags('plough fh-9')).toEqual(['FH-9']);
  });

  it('finds a battery by the vehicles that it sits and sat in, whatever becomes of them', async () => {
    const moved = unit('FH-1');
    await add(moved);
    await add(unit('FH-2'));
    const [old, van] = [await vehicle('Tanker 4'), await vehicle('Van 11')];
    await sitIn(moved.id, old, '2025-06-01');
    const slot = await sitIn(moved.id, van);
    expect(await tags('tanker')).toEqual(['FH-1']);
    expect(await tags('van 11')).toEqual(['FH-1']);
    await store.write(async (transaction) => {
      await transaction.update(vehicles).set({ name: 'Winch 3' }).where(eq(vehicles.id, old));
      await transaction.delete(slots).where(eq(slots.id, slot));
    });
    expect(await tags('tanker')).toEqual([]);
    expect(await tags('winch')).toEqual(['FH-1']);
    expect(await tags('van 11')).toEqual([]);
  });

  it('finds what came in once it is in sight, and not what was stopped or taken back', async () => {
    const arrivalId = uuidv7();
    await store.write(async (transaction) => {
      await beginImport(transaction, {
        id: arrivalId,
        source: 'file',
        name: 'bay',
        runs: 0,
        newBatteries: 0,
        madeAtMs: 1,
        madeById: technician.id,
        state: 'arriving',
        undoneAtMs: null,
        undoneById: null,
      });
      await transaction.insert(batteries).values({
        ...unit('FH-1', { place: 'Crew van' }),
        tagKey: 'FH-1',
        arrivalId,
        changedAtMs: 1,
        changedById: technician.id,
      });
    });
    await indexArrival(store, arrivalId);
    expect(await tags('crew')).toEqual([]);
    await store.write((transaction) => setArrival(transaction, arrivalId, { state: 'in' }));
    expect(await tags('crew')).toEqual(['FH-1']);
    expect(await countBatteries(store, 'crew')).toBe(1);
    await store.write((transaction) => setArrival(transaction, arrivalId, { state: 'taken_back' }));
    expect(await tags('crew')).toEqual([]);
    expect(await countBatteries(store, 'crew')).toBe(0);
    await store.write((transaction) => clearStretch(transaction, arrivalId));
    await add(unit('FH-1', { place: 'Crew van' }));
    expect(await tags('crew')).toEqual(['FH-1']);
  });

  it('goes through a list page by page, forwards and back, each battery once', async () => {
    const all = Array.from({ length: 7 }, (_, index) => `FH-${index}`);
    for (const tag of all) await add(unit(tag, { place: 'Bay' }));
    for (const words of ['', 'bay']) {
      const forwards: string[] = [];
      let page = await searchBatteries(store, words, null, 3);
      for (;;) {
        forwards.push(...page.batteries.map(({ tag }) => tag));
        if (!page.more) break;
        page = await searchBatteries(store, words, { after: page.ends[1] }, 3);
      }
      expect(forwards).toEqual(all);
      expect(await tags(words, { before: page.ends[0] }, 3)).toEqual(['FH-3', 'FH-4', 'FH-5']);
    }
  });

  it('comes to what reading every label would', async () => {
    const part = fc.constantFrom('bay', 'Bay 7', 'crew van', 'ÄGIR', 'dock-60', 'x', '12', "o'b");
    const labels = fc.array(fc.record({ place: part, model: part }), { minLength: 1, maxLength: 8 });
    const asked = fc.array(fc.constantFrom('ba', 'bay', '7', 'an', 'gir', 'ock-', '6', "o'b", 'van'), {
      minLength: 1,
      maxLength: 3,
    });
    let round = 0;
    await fc.assert(
      fc.asyncProperty(labels, asked, async (some, words) => {
        const mark = `r${round++}#`;
        const made = some.map((label, index) => unit(`${mark}${index}`, label));
        for (const record of made) await add(record);
        const expected = made
          .filter(({ tag, place, model, type }) => {
            const text = [tag, place, model, type].join('\n').toUpperCase();
            return words.every((word) => text.includes(word.toUpperCase()));
          })
          .map(({ tag }) => tag);
        expect((await tags([mark, ...words].join(' '))).sort()).toEqual(expected.sort());
      }),
      { numRuns: 40 },
    );
  });
});
