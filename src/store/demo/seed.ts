import type { BatteryLabel } from '@/core/battery/battery-label';
import { assessmentRecord } from '@/core/exchange/assessment-record';
import { overrideOf } from '@/core/procedure/override';
import { type Chance, seededChance } from '@/core/quantity/chance';
import { currentReadings } from '@/core/steps/current-readings';
import { addBatteries, countBatteries } from '../batteries';
import { keepRoom, keepWish } from '../charge-room';
import { addChargers } from '../chargers';
import { finishCheckWith } from '../checks';
import type { Store, Transaction } from '../database';
import { inChunks } from '../in-chunks';
import { addLot } from '../lots';
import { changePerson } from '../people';
import { addReadings } from '../readings';
import { addRecording } from '../recordings';
import { addRules } from '../rules';
import { finishWith } from '../runs';
import { runs, slots, vehicles } from '../schema';
import { adoptSite, siteOf } from '../sites';
import { addTechnician } from '../technicians';
import { addVisits } from '../visits';
import { DEMO_CHARGERS } from './chargers';
import { demoRoom, demoWishes } from './charging';
import { registered } from './engines';
import { DEMO_FLEET } from './fleet';
import { type DemoHistory, demoHistory } from './history';
import { HOUSE } from './house';
import type { DemoRun } from './lives';
import { DEMO_PEOPLE } from './people';
import { demoRack } from './rack';
import { demoRecordings } from './recordings';
import { DEMO_SITE, TECHNICIAN_NAMES } from './scenario';
import { MS_PER_DAY, Remembered } from './units';
import { type DemoCheck, demoChecks } from './vehicle-checks';
import { demoVisits, visitOfToday } from './visits';

const SEED = 20_260_105;
const RACK_SEED = 20_261_123;
const HOUR_MS = 3_600_000;
const WINTERS = 3;

/**
 * Fills an empty store with the Ferngate scenario; a store that holds a battery already is left as it is.
 * @param winters how far back the history reaches
 */
export async function seedDemo(store: Store, nowMs: number, winters = WINTERS): Promise<void> {
  if ((await countBatteries(store)) > 0) return;
  const chance = seededChance(SEED);
  const [first, ...others] = TECHNICIAN_NAMES.map((name) => ({ id: chance.id(nowMs), name }));
  if (!first) return;
  for (const technician of [first, ...others]) await addTechnician(store, technician, nowMs);
  await store.write(async (transaction) => {
    for (const { id, name } of [first, ...others])
      await changePerson(transaction, id, 1, DEMO_PEOPLE[name] ?? {});
  });
  await store.write(async (transaction) => {
    const here = await siteOf(transaction);
    await adoptSite(transaction, { ...DEMO_SITE, zone: here?.zone ?? DEMO_SITE.zone }, nowMs);
  });
  await seedRules(store, nowMs, first.id);
  const technicianIds = [first.id, ...others.map(({ id }) => id)] as const;
  const stage = { nowMs, winters, technicianIds, remembered: new Remembered() };
  const history = demoHistory(stage);
  const beganMs = nowMs - winters * 366 * MS_PER_DAY;
  await store.write(async (transaction) => {
    const idByTag = await seedBatteries(transaction, history.labels, { chance, byId: first.id, beganMs });
    const vehicleIds = await seedFleet(transaction, history, idByTag, chance);
    await seedRuns(transaction, history, idByTag, chance);
    const checks = demoChecks(stage, vehicleIds);
    await seedChecks(transaction, checks);
    const came = demoVisits(stage, history, checks, vehicleIds);
    for (const { line, packed } of demoRecordings(nowMs, vehicleIds, technicianIds, checks))
      await addRecording(transaction, line, packed);
    await addVisits(transaction, [...came, ...visitOfToday(stage, vehicleIds, chance)]);
  });
  await store.write((transaction) => addChargers(transaction, DEMO_CHARGERS));
  await seedChargeRoom(store, history, nowMs, first.id);
  await seedRack(store, nowMs, first.id);
}

/** What is true of the charging corner, and who waits for what lies in it. */
async function seedChargeRoom(
  store: Store,
  history: DemoHistory,
  nowMs: number,
  byId: string,
): Promise<void> {
  const by = { seenRevision: 0, atMs: nowMs, byId };
  await keepRoom(store, () => demoRoom(nowMs), by);
  for (const [tag, wish] of demoWishes(nowMs)) {
    const run = history.runs.find((one) => one.tag === tag && !one.finished);
    if (run) await keepWish(store, run.bench.runId, wish, by);
  }
}

/** The rack has chances of its own: what it holds changes nothing in the history. */
function seedRack(store: Store, nowMs: number, startedById: string): Promise<unknown> {
  const chance = seededChance(RACK_SEED);
  const startedAtMs = nowMs - 3 * HOUR_MS;
  return addLot(store, {
    id: chance.id(startedAtMs),
    name: 'Quay rack, used batteries',
    rows: demoRack(chance),
    revision: 1,
    startedAtMs,
    startedById,
    changedAtMs: nowMs - HOUR_MS / 2,
    importId: null,
  });
}

type Ids = ReadonlyMap<string, string>;

async function seedBatteries(
  transaction: Transaction,
  labels: readonly BatteryLabel[],
  { chance, byId, beganMs }: { readonly chance: Chance; readonly byId: string; readonly beganMs: number },
): Promise<Ids> {
  const rows = labels.map((label) => ({ id: chance.id(beganMs), ...label }));
  for (const some of inChunks(rows)) {
    await addBatteries(transaction, some, byId, beganMs);
  }
  return new Map(rows.map(({ tag, id }) => [tag, id]));
}

async function seedFleet(
  transaction: Transaction,
  history: DemoHistory,
  idByTag: Ids,
  chance: Chance,
): Promise<ReadonlyMap<string, string>> {
  const idByName = new Map(DEMO_FLEET.map(({ name }) => [name, chance.id(0)]));
  await transaction
    .insert(vehicles)
    .values(DEMO_FLEET.map((vehicle) => registered(idByName.get(vehicle.name) ?? '', vehicle)));
  const held = history.slots.map(({ vehicle, slot, tag, fromMs, untilMs }) => ({
    id: chance.id(fromMs),
    vehicleId: idByName.get(vehicle.name) ?? '',
    batteryId: idByTag.get(tag) ?? '',
    name: slot,
    fromOn: dayOf(fromMs),
    toOn: untilMs === null ? null : dayOf(untilMs),
  }));
  for (const some of inChunks(held)) await transaction.insert(slots).values(some);
  return idByName;
}

async function seedChecks(transaction: Transaction, checks: readonly DemoCheck[]): Promise<void> {
  for (const some of inChunks(checks, CHECKS_AT_ONCE)) {
    await transaction.insert(runs).values(some.map(({ run }) => run));
    await addReadings(
      transaction,
      some.flatMap(({ readings }) => readings.map((one) => ({ ...one, recordedAtMs: one.takenAtMs }))),
      0,
    );
    for (const { run, record } of some) {
      await finishCheckWith(transaction, record, { atMs: record.madeAtMs, byId: run.startedById });
    }
  }
}

const CHECKS_AT_ONCE = 50;

const dayOf = (atMs: number) => new Date(atMs).toISOString().slice(0, 10);

async function seedRuns(
  transaction: Transaction,
  history: DemoHistory,
  idByTag: Ids,
  chance: Chance,
): Promise<void> {
  const whole = history.runs.map((run) => wholeRunOf(run, idByTag.get(run.tag) ?? '', chance));
  for (const some of inChunks(whole)) {
    await transaction.insert(runs).values(some.map(({ run }) => run));
    await addReadings(
      transaction,
      some.flatMap((one) => one.readings),
      0,
    );
    for (const { run, assessment } of some) {
      if (!assessment) continue;
      await finishWith(transaction, assessment, { atMs: assessment.madeAtMs, byId: run.startedById });
    }
  }
}

function wholeRunOf({ bench, finished }: DemoRun, batteryId: string, chance: Chance) {
  const { rules, technicianId } = bench;
  const { evidence, assessment } = bench.judged();
  const run = {
    id: bench.runId,
    batteryId,
    startedAtMs: bench.startedAtMs,
    startedById: technicianId,
    rulesId: rules.id,
    rulesVersion: rules.version,
  };
  return {
    run,
    readings: bench.readings.map((reading) => ({ ...reading, recordedAtMs: reading.takenAtMs })),
    assessment: finished
      ? assessmentRecord({
          id: chance.id(bench.atMs),
          runId: run.id,
          madeAtMs: bench.atMs,
          evidence,
          assessment,
          override: overrideOf(currentReadings(bench.readings), assessment),
        })
      : null,
  };
}

async function seedRules(store: Store, nowMs: number, authorId: string): Promise<void> {
  for (const [seenVersion, { daysAgo, reason, rules }] of HOUSE.entries()) {
    await addRules(store, { rules, seenVersion, reason, authorId, madeAtMs: nowMs - daysAgo * MS_PER_DAY });
  }
}
