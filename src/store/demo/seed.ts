import { assess } from '@/core/assessment/assess';
import { specOf } from '@/core/battery/battery';
import { currentReadings } from '@/core/procedure/current-readings';
import { evidenceFromReadings } from '@/core/procedure/evidence-from-readings';
import { overrideOf } from '@/core/procedure/override';
import { STANDARD_RULES } from '@/core/rules/standard-rules';
import { addBattery, countBatteries } from '../batteries';
import type { Store, Transaction } from '../open';
import { addReading, assessmentRecord, finishWith } from '../runs';
import { runs } from '../schema';
import { addTechnician } from '../technicians';
import { seededChance } from './chance';
import { type DemoRun, demoHistory } from './history';
import { DEMO_BATTERIES, TECHNICIAN_NAMES } from './scenario';

const SEED = 20_260_105;

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
  const history = demoHistory(nowMs, { chance, technicianIds });
  await store.write(async (transaction) => {
    for (const run of history) await storeRun(transaction, run, idByTag.get(run.tag) ?? '', chance.id(nowMs));
  });
}

async function storeRun(
  transaction: Transaction,
  { tag, bench, finished }: DemoRun,
  batteryId: string,
  assessmentId: string,
): Promise<void> {
  const { technicianId } = bench;
  await transaction.insert(runs).values({
    id: bench.id,
    batteryId,
    startedAtMs: bench.startedAtMs,
    startedById: technicianId,
    finishedAtMs: null,
    finishedById: null,
    rulesId: STANDARD_RULES.id,
    rulesVersion: STANDARD_RULES.version,
    assessmentId: null,
  });
  for (const reading of bench.readings) await addReading(transaction, reading, reading.takenAtMs);
  const spec = specOf(DEMO_BATTERIES.find(({ label }) => label.tag === tag)?.label ?? raise(tag));
  if (!finished || !spec) return;
  const evidence = evidenceFromReadings(spec, bench.readings);
  const assessment = assess(evidence, STANDARD_RULES);
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
