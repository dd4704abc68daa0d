import {
  copyFileSync,
  existsSync,
  mkdtempSync,
  readFileSync,
  renameSync,
  rmSync,
  truncateSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createClient } from '@libsql/client';
import { sql } from 'drizzle-orm';
import { uuidv7 } from 'uuidv7';
import type { BatteryRecord } from '@/core/exchange/views';
import type { Reading } from '@/core/steps/reading';
import { addBattery, batteryByTag, changeBattery, searchBatteries } from './batteries';
import { instrumentNumber } from './instruments';
import { openStore, type Store } from './open';
import { addReading } from './readings';
import { runsOfBattery, startRun, wholeRun } from './runs';
import { addTechnician } from './technicians';

const newFile = () => join(mkdtempSync(join(tmpdir(), 'integra-store-')), 'x.db');
const opened: Store[] = [];

async function open(file = newFile()): Promise<Store> {
  const store = await openStore(`file:${file}`);
  opened.push(store);
  return store;
}

afterEach(async () => {
  for (const store of opened.splice(0)) await store.close();
});

const technician = { id: uuidv7(), name: 'Maro Tindell' };

function battery(tag: string): BatteryRecord {
  return {
    id: uuidv7(),
    tag,
    type: 'flooded',
    nominalVolts: 12,
    ratings: [{ standard: 'SAE', amps: 570 }],
    c20Ah: 60,
    rcMinutes: null,
    model: '',
    place: 'Crew van 1',
    dateCode: '',
    fittedOn: '2024-03-12',
  };
}

function reading(runId: string, volts: number): Reading {
  return {
    id: uuidv7(),
    runId,
    kind: 'open_circuit',
    data: { volts, temperatureC: 20 },
    takenAtMs: 2000,
    technicianId: technician.id,
    instrument: 'typed',
    forced: false,
    supersedesId: null,
    reason: null,
  };
}

/** A store with a technician, a battery and a run on it. */
async function started(file?: string) {
  const store = await open(file);
  await addTechnician(store, technician, 1000);
  const unit = battery('FH-1');
  await addBattery(store, unit, technician.id, 1000);
  const run = { id: uuidv7(), batteryId: unit.id, startedAtMs: 1500, startedById: technician.id };
  await startRun(store, { ...run, rulesId: 'integra-standard', rulesVersion: 1 });
  return { store, unit, runId: run.id };
}

describe('batteries', () => {
  it('are found by their tag in any case, and a taken tag is refused', async () => {
    const { store, unit } = await started();
    expect(await batteryByTag(store, ' fh-1 ')).toMatchObject(unit);
    await expect(addBattery(store, battery('fh-1'), technician.id, 1)).rejects.toMatchObject({
      name: 'AlreadyThere',
    });
  });

  it('sent twice are registered once, and a label can be put right', async () => {
    const { store, unit } = await started();
    await addBattery(store, unit, technician.id, 1);
    const change = (record: BatteryRecord, seenRevision: number) =>
      changeBattery(store, { ...record, seenRevision }, technician.id, 2);
    expect(await change({ ...unit, tag: 'FH-2' }, 1)).toEqual({ kind: 'changed', revision: 2 });
    expect(await change({ ...unit, tag: 'FH-9' }, 1)).toMatchObject({
      kind: 'overtaken',
      battery: { tag: 'FH-2' },
    });
    expect(await change(battery('FH-3'), 1)).toEqual({ kind: 'missing' });
    expect((await searchBatteries(store, '', null, 10)).batteries.map(({ tag }) => tag)).toEqual(['FH-2']);
  });

  it('need a technician that the store knows', async () => {
    const store = await open();
    await expect(addBattery(store, battery('FH-1'), uuidv7(), 1)).rejects.toMatchObject({
      name: 'UnknownReference',
    });
  });
});

describe('runs and readings', () => {
  it('two people at one battery share its open run', async () => {
    const { store, unit, runId } = await started();
    const second = await startRun(store, {
      id: uuidv7(),
      batteryId: unit.id,
      startedAtMs: 1600,
      startedById: technician.id,
      rulesId: 'integra-standard',
      rulesVersion: 1,
    });
    expect(second.id).toBe(runId);
    expect(await runsOfBattery(store, unit.id, 10)).toHaveLength(1);
  });

  it('a reading stored twice is there once, and comes back as it went', async () => {
    const { store, runId } = await started();
    const taken = reading(runId, 12.61);
    for (let time = 0; time < 2; time++)
      await store.write((transaction) => addReading(transaction, taken, 3000));
    expect((await wholeRun(store, runId))?.readings).toEqual([{ ...taken, recordedAtMs: 3000 }]);
  });

  it('a transaction that fails half way leaves nothing', async () => {
    const { store, runId } = await started();
    const broken = store.write(async (transaction) => {
      await addReading(transaction, reading(runId, 12.6), 3000);
      await addReading(transaction, { ...reading(uuidv7(), 12.6) }, 3000);
    });
    await expect(broken).rejects.toMatchObject({ name: 'UnknownReference' });
    expect((await wholeRun(store, runId))?.readings).toEqual([]);
  });

  it('thirty writers at once all get through', async () => {
    const { store, runId } = await started();
    await Promise.all(
      Array.from({ length: 30 }, (_, number) =>
        store.write((transaction) => addReading(transaction, reading(runId, 12 + number / 100), 3000)),
      ),
    );
    expect((await wholeRun(store, runId))?.readings).toHaveLength(30);
  });
});

describe('what the database itself refuses', () => {
  const raw = (store: Store, statement: string) =>
    store.write((transaction) => transaction.run(sql.raw(statement)));

  it('readings and judgements are never changed nor deleted, by whatever statement', async () => {
    const { store, runId } = await started();
    await store.write((transaction) => addReading(transaction, reading(runId, 12.61), 3000));
    for (const statement of [
      "update readings set data = '{}'",
      'delete from readings',
      'update readings set taken_at_ms = 1',
    ]) {
      await expect(raw(store, statement)).rejects.toMatchObject({ name: 'StoreFault' });
    }
    expect((await wholeRun(store, runId))?.readings).toHaveLength(1);
  });

  it.each([
    ['a moment that no calendar knows', 'taken_at_ms', '9007199254740992'],
    ['a moment before 1970', 'taken_at_ms', '-1'],
    ['a moment that is no whole number', 'recorded_at_ms', "'noon'"],
    ['a kind that is none', 'kind', "'__proto__'"],
  ])('%s', async (_what, column, value) => {
    const { store, runId } = await started();
    const bytes = (id: string) => `x'${id.replaceAll('-', '')}'`;
    const number = await store.write((transaction) => instrumentNumber(transaction, 'typed', 1));
    const cells: Record<string, string> = {
      id: bytes(uuidv7()),
      run_id: bytes(runId),
      kind: "'identify'",
      data: `'{"confirmed":true}'`,
      taken_at_ms: '1',
      recorded_at_ms: '1',
      technician_id: bytes(technician.id),
      instrument_number: String(number),
      forced: '0',
    };
    const insert = (row: Record<string, string>) =>
      raw(store, `insert into readings (${Object.keys(row).join()}) values (${Object.values(row).join()})`);
    await expect(insert({ ...cells, [column]: value })).rejects.toThrow();
    await insert(cells);
  });
});

describe('the file of the store', () => {
  it('keeps to its pragmas on every connection, and says whose it is', async () => {
    const store = await open();
    for (const found of await store.pragmas()) {
      expect(found).toEqual({
        journal_mode: 'wal',
        synchronous: 2,
        journal_size_limit: 64_000_000,
        foreign_keys: 1,
        wal_autocheckpoint: 4000,
        cache_size: -32_000,
      });
    }
    const [application] = await store.read((database) =>
      database.all<Record<string, number>>(sql.raw('PRAGMA application_id')),
    );
    expect(application).toEqual({ application_id: 0x494e5447 });
  });

  it('holds everything once it was closed: copied alone it opens whole', async () => {
    const { store, runId } = await started();
    await store.write((transaction) => addReading(transaction, reading(runId, 12.5), 3000));
    await store.close();
    const copy = newFile();
    copyFileSync(store.file ?? '', copy);
    const again = await open(copy);
    expect((await wholeRun(again, runId))?.readings).toHaveLength(1);
  });

  it('is not written to once it was exchanged, deleted or emptied while it was open', async () => {
    for (const [harm, kind] of [
      [(file: string) => renameSync(file, `${file}.away`), 'gone'],
      [(file: string) => truncateSync(file), 'empty'],
      [
        (file: string) => {
          renameSync(file, `${file}.away`);
          copyFileSync(`${file}.away`, file);
        },
        'replaced',
      ],
    ] as const) {
      const { store, runId } = await started();
      harm(store.file ?? '');
      const written = store.write((transaction) => addReading(transaction, reading(runId, 12.5), 3000));
      await expect(written).rejects.toMatchObject({ name: 'StoreFault', kind });
      expect(store.fault()?.kind).toBe(kind);
    }
  });

  it('that is gone, emptied, another or of a newer version is told before anything is written', async () => {
    const file = newFile();
    const { store } = await started(file);
    await store.close();
    const kept = readFileSync(file);
    const refused = async (kind: string) => {
      const before = existsSync(file) ? readFileSync(file) : null;
      await expect(openStore(`file:${file}`)).rejects.toMatchObject({ name: 'StoreFault', kind });
      expect(existsSync(file) ? readFileSync(file) : null).toEqual(before);
    };
    rmSync(file);
    await refused('gone');
    writeFileSync(file, '');
    await refused('empty');
    const other = await open();
    await other.close();
    copyFileSync(other.file ?? '', file);
    await refused('another');
    writeFileSync(file, kept);
    const newer = createClient({ url: `file:${file}` });
    await newer.execute(
      "insert into __drizzle_migrations (hash, created_at) values ('later', 9999999999999)",
    );
    await newer.execute('PRAGMA wal_checkpoint(TRUNCATE)');
    newer.close();
    await refused('newer');
  });

  it('takes no more writes once it closes, and waits for those under way', async () => {
    const { store, runId } = await started();
    const underWay = store.write(async (transaction) => {
      await new Promise((later) => setTimeout(later, 20));
      await addReading(transaction, reading(runId, 12.5), 3000);
    });
    const closed = store.close();
    await expect(store.write(async () => undefined)).rejects.toMatchObject({ kind: 'stopping' });
    await underWay;
    await closed;
    const again = await open(store.file ?? '');
    expect((await wholeRun(again, runId))?.readings).toHaveLength(1);
  });
});

describe('faults', () => {
  it('a full disk is told, stores nothing and goes on once there is room', async () => {
    const { store, runId } = await started();
    const pages = (limit: string) =>
      store.write((transaction) => transaction.run(sql.raw(`PRAGMA max_page_count = ${limit}`)));
    await pages('1');
    const write = () =>
      store.write(async (transaction) => {
        // As large as readings can get, so that they do not fit into a page that is there already.
        for (let number = 0; number < 200; number++) {
          await addReading(
            transaction,
            { ...reading(runId, 12), reason: 'x'.repeat(200), supersedesId: null },
            3000,
          );
        }
      });
    await expect(write()).rejects.toMatchObject({
      name: 'StoreFault',
      kind: 'full',
      message: expect.stringContaining('The disk is full'),
    });
    expect((await wholeRun(store, runId))?.readings).toEqual([]);
    await pages('1000000');
    await write();
    expect((await wholeRun(store, runId))?.readings).toHaveLength(200);
  });

  it('a file that is no database is told', async () => {
    const file = newFile();
    writeFileSync(file, 'deionised water, gloves\n'.repeat(100));
    await expect(openStore(`file:${file}`)).rejects.toMatchObject({ kind: 'not_a_database' });
  });

  it('a place that cannot be opened is told', async () => {
    const file = newFile();
    writeFileSync(file, '');
    await expect(openStore(`file:${file}/below/x.db`)).rejects.toMatchObject({ name: 'StoreFault' });
  });

  it('what was stored is there after closing and opening again, in WAL mode with foreign keys on', async () => {
    const file = newFile();
    const { store, runId } = await started(file);
    await store.write((transaction) => addReading(transaction, reading(runId, 12.5), 3000));
    await store.close();
    const again = await open(file);
    expect((await wholeRun(again, runId))?.readings).toHaveLength(1);
    const pragma = (name: string) =>
      again.read((database) => database.all<Record<string, unknown>>(sql.raw(`PRAGMA ${name}`)));
    expect(await pragma('journal_mode')).toEqual([{ journal_mode: 'wal' }]);
    expect(await pragma('foreign_keys')).toEqual([{ foreign_keys: 1 }]);
  });
});
