import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { eq } from 'drizzle-orm';
import { batteryByTag, searchBatteries } from '../batteries';
import { openStore, type Store } from '../open';
import { openRunIds, runsFinishedSince, runsOfBattery, wholeRun } from '../runs';
import { batteries, readings } from '../schema';
import { siteHead } from '../site';
import { listTechnicians } from '../technicians';
import { SAMPLE_NOW_MS as NOW, sampleStore } from './sample.test-support';
import { seedDemo } from './seed';

const newFile = () => join(mkdtempSync(join(tmpdir(), 'integra-sample-')), 'x.db');
const opened: Store[] = [];

async function open(): Promise<Store> {
  const store = await openStore(`file:${newFile()}`);
  opened.push(store);
  return store;
}

afterEach(async () => {
  for (const store of opened.splice(0)) await store.close();
});

describe('the sample data', () => {
  const sample = async (winters: number) => {
    const store = await sampleStore(newFile(), winters);
    opened.push(store);
    return store;
  };

  it('holds what it promises: a fleet, its batteries, three winters of runs, traces on the newest', async () => {
    const store = await sample(3);
    const { batteries: units } = await searchBatteries(store, '', null, 200);
    expect(units).toHaveLength(162);
    expect(new Set(units.map(({ type }) => type)).size).toBeGreaterThanOrEqual(5);
    expect(new Set(units.map(({ nominalVolts }) => nominalVolts))).toEqual(new Set([6, 8, 12]));
    expect(
      new Set(units.flatMap(({ ratings }) => ratings.map(({ standard }) => standard))).size,
    ).toBeGreaterThanOrEqual(6);
    const finished = await runsFinishedSince(store, 0, 5000);
    expect(finished.length).toBeGreaterThanOrEqual(1350);
    expect(finished.length).toBeLessThanOrEqual(1800);
    expect(new Set(finished.map(({ assessment }) => assessment?.verdict)).size).toBe(6);
    expect((await openRunIds(store, 100)).length).toBeGreaterThanOrEqual(3);
    expect(await listTechnicians(store)).toHaveLength(3);
    const { vehicles, slots } = await store.read(siteHead);
    expect(vehicles).toHaveLength(43);
    expect(slots?.filter(({ toOn }) => toOn === null)).toHaveLength(66);
    const newest = await runsFinishedSince(store, NOW - 120 * 86_400_000, 5000);
    const traced = await Promise.all(newest.slice(0, 40).map(({ run }) => wholeRun(store, run.id)));
    const loads = traced.flatMap((run) => run?.readings.filter(({ kind }) => kind === 'load') ?? []);
    expect(loads.length).toBeGreaterThan(20);
    for (const { data } of loads) expect('trace' in data && (data.trace?.length ?? 0) > 50).toBe(true);
    // It wears as batteries do, and one vehicle kills its own.
    const story = await batteryByTag(store, 'FH-0112');
    const runs = (await runsOfBattery(store, story?.id ?? '', 100)).flatMap(({ run, assessment }) =>
      assessment?.healthPct == null ? [] : [{ atMs: run.startedAtMs, pct: assessment.healthPct }],
    );
    const mean = (some: readonly { pct: number }[]) =>
      some.reduce((sum, { pct }) => sum + pct, 0) / some.length;
    expect(runs.length).toBeGreaterThan(15);
    expect(mean(runs.slice(-6)) - mean(runs.slice(0, 6))).toBeGreaterThan(10);
    const bad = vehicles?.find(({ name }) => name === 'Crew van 6');
    expect(slots?.filter(({ vehicleId }) => vehicleId === bad?.id).length).toBeGreaterThanOrEqual(3);
  });

  it('is the same every time from the same moment, and leaves a store that is in use alone', async () => {
    const dump = async (store: Store) =>
      store.read((database) => database.select().from(readings).orderBy(readings.id));
    const one = await sample(0.05);
    const other = await open();
    await seedDemo(other, NOW, 0.05);
    expect(await dump(other)).toEqual(await dump(one));
    await one.write((transaction) =>
      transaction
        .update(batteries)
        .set({ place: 'moved' })
        .where(eq(batteries.tag, 'FH-0101'))
        .then(() => undefined),
    );
    await seedDemo(one, NOW, 0.05);
    expect((await batteryByTag(one, 'FH-0101'))?.place).toBe('moved');
  });

  it('condemns a half-charged tractor battery wrongly nowhere: a charge rescues it', async () => {
    const store = await sample(0.3);
    const rescued = await batteryByTag(store, 'FH-0107');
    const [newest] = await runsOfBattery(store, rescued?.id ?? '', 10);
    expect(newest?.assessment?.evidence.chargesGiven).toBe(1);
    expect(['serve', 'watch']).toContain(newest?.assessment?.verdict);
  });
});
