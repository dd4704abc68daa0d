import { assess } from '@/core/assessment/assess';
import { specOf } from '@/core/battery/battery';
import { currentReadings } from '@/core/procedure/current-readings';
import { evidenceFromReadings } from '@/core/procedure/evidence-from-readings';
import { overrideOf } from '@/core/procedure/override';
import type { HouseRules } from '@/core/rules/house-rules';
import { answered } from '@/core/rules/schools';
import { STANDARD_RULES } from '@/core/rules/standard-rules';
import { addBattery, countBatteries } from '../batteries';
import { addLot } from '../lots';
import type { Store, Transaction } from '../open';
import { addRules } from '../rules';
import { addReading, assessmentRecord, finishWith } from '../runs';
import { runs } from '../schema';
import { addTechnician } from '../technicians';
import { seededChance } from './chance';
import { type DemoRun, demoHistory } from './history';
import { demoRack } from './rack';
import { DEMO_BATTERIES, TECHNICIAN_NAMES } from './scenario';

const SEED = 20_260_105;
const RACK_SEED = 20_261_123;
const HOUR_MS = 3_600_000;

/** Fills an empty store with the Ferngate scenario; a store that holds a battery already is left as it is. */
export async function seedDemo(store: Store, nowMs: number): Promise<void> {
  if ((await countBatteries(store)) > 0) return;
  const chance = seededChance(SEED);
  const [first, ...others] = TECHNICIAN_NAMES.map((name) => ({ id: chance.id(nowMs), name }));
  if (!first) return;
  for (const technician of [first, ...others]) await addTechnician(store, technician, nowMs);
  const idByTag = new Map<string, string>();
  for (const { label } of DEMO_BATTERIES) {
    const id = chance.id(nowMs);
    idByTag.set(label.tag, id);
    await addBattery(store, { id, ...label }, first.id, nowMs);
  }
  const technicianIds = [first.id, ...others.map(({ id }) => id)] as const;
  await seedRules(store, nowMs, first.id);
  const history = demoHistory(nowMs, { chance, technicianIds });
  // The rack has chances of its own: what it holds changes nothing in the history before it.
  const rackChance = seededChance(RACK_SEED);
  const begunMs = nowMs - 3 * HOUR_MS;
  await addLot(store, {
    ...{
      id: rackChance.id(begunMs),
      name: 'Quay rack, used batteries',
      rows: demoRack(rackChance),
      revision: 1,
    },
    ...{ startedAtMs: begunMs, startedById: first.id, changedAtMs: nowMs - HOUR_MS / 2, importId: null },
  });
  await store.write(async (transaction) => {
    for (const run of history)
      await storeRun(transaction, run, idByTag.get(run.tag) ?? '', chance.id(nowMs), nowMs);
  });
}

async function storeRun(
  transaction: Transaction,
  { tag, bench, finished }: DemoRun,
  batteryId: string,
  assessmentId: string,
  nowMs: number,
): Promise<void> {
  const { technicianId } = bench;
  const rules = rulesAt(bench.startedAtMs, nowMs);
  await transaction.insert(runs).values({
    id: bench.id,
    batteryId,
    startedAtMs: bench.startedAtMs,
    startedById: technicianId,
    finishedAtMs: null,
    finishedById: null,
    rulesId: rules.id,
    rulesVersion: rules.version,
    assessmentId: null,
  });
  for (const reading of bench.readings) await addReading(transaction, reading, reading.takenAtMs);
  const spec = specOf(DEMO_BATTERIES.find(({ label }) => label.tag === tag)?.label ?? raise(tag));
  if (!finished || !spec) return;
  const evidence = evidenceFromReadings(spec, bench.readings);
  const assessment = assess(evidence, rules);
  const record = assessmentRecord({
    id: assessmentId,
    runId: bench.id,
    madeAtMs: bench.atMs,
    evidence,
    assessment,
    override: overrideOf(currentReadings(bench.readings)),
  });
  await finishWith(transaction, record, { atMs: bench.atMs, byId: technicianId });
}

function raise(tag: string): never {
  throw new Error(`the scenario has no ${tag}`);
}

const MS_PER_DAY = 86_400_000;

/** The shop's own versions, each with its age in days and why it was made. */
const HOUSE: readonly { readonly daysAgo: number; readonly reason: string; readonly rules: HouseRules }[] = [
  {
    daysAgo: 310,
    reason: 'Mixed fleet: the newer vans regulate up to 15 V and were called too high.',
    rules: answered(named(1), { regulated: '13.5_15' }),
  },
  {
    daysAgo: 40,
    reason: 'Older units in service never reach 12.6 V; 12.5 V has held for a winter.',
    rules: answered(named(2), { regulated: '13.5_15', resting: '12.5' }),
  },
];

function named(version: number): HouseRules {
  return { ...STANDARD_RULES, id: 'house', name: 'Ferngate bench', version };
}

async function seedRules(store: Store, nowMs: number, authorId: string): Promise<void> {
  for (const [seenVersion, { daysAgo, reason, rules }] of HOUSE.entries()) {
    await addRules(store, { rules, seenVersion, reason, authorId, madeAtMs: nowMs - daysAgo * MS_PER_DAY });
  }
}

/** The rules that were in force when a run began. */
function rulesAt(startedAtMs: number, nowMs: number): HouseRules {
  const inForce = HOUSE.findLast(({ daysAgo }) => startedAtMs >= nowMs - daysAgo * MS_PER_DAY);
  return inForce?.rules ?? STANDARD_RULES;
}
