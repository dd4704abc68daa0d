import 'server-only';
import { Type } from '@sinclair/typebox';
import { uuidv7 } from 'uuidv7';
import { assess } from '@/core/assessment/assess';
import { specOf } from '@/core/battery/battery';
import { checkShape } from '@/core/exchange/check-shape';
import type { AssessmentRecord, RunView, WholeRun } from '@/core/exchange/views';
import { checkReading } from '@/core/procedure/check-reading';
import { currentReadings } from '@/core/procedure/current-readings';
import { evidenceFromCurrent } from '@/core/procedure/evidence-from-readings';
import { overrideOf } from '@/core/procedure/override';
import { READING_SCHEMAS, type Reading, type ReadingKind } from '@/core/procedure/reading';
import { problem, type Result, succeed } from '@/core/quantity/result';
import type { HouseRules } from '@/core/rules/house-rules';
import { batteryById } from '@/store/batteries';
import type { Database, Transaction } from '@/store/open';
import {
  addReading,
  assessmentRecord,
  finishWith,
  loadRun,
  reopen,
  startRun as storeRun,
  wholeRun,
} from '@/store/runs';
import { type Answer, answering, refused, refusedSaying } from './answer';
import { rulesOfRun, rulesToday } from './rules';
import { theStore } from './store';

const Uuid = Type.String({ format: 'uuid' });
const StartRun = Type.Object(
  { id: Uuid, batteryId: Uuid, technicianId: Uuid },
  { additionalProperties: false },
);
const OnRun = Type.Object({ runId: Uuid, technicianId: Uuid }, { additionalProperties: false });

/** Starts a run on a battery, or answers with the one that is open on it. */
export function startRun(input: unknown): Promise<Answer<{ id: string }>> {
  return answering(async () => {
    const checked = checkShape(StartRun, input);
    if (!checked.ok) return { ...checked, failure: 'input' };
    const { id, batteryId, technicianId } = checked.value;
    const store = await theStore();
    const battery = await batteryById(store, batteryId);
    if (!battery) return refused('missing', 'batteryId', batteryId, 'a registered battery');
    if (!specOf(battery)) {
      const why = `${battery.tag} is not a lead-acid battery. It is recorded, but never graded with these rules.`;
      return refusedSaying('input', 'batteryId', why);
    }
    const rules = await rulesToday();
    const run = await storeRun(store, {
      id,
      batteryId,
      startedAtMs: Date.now(),
      startedById: technicianId,
      rulesId: rules.id,
      rulesVersion: rules.version,
    });
    return succeed({ id: run.id });
  });
}

/** A run with its readings, assessments and rules. */
export async function runView(id: string): Promise<RunView | undefined> {
  const store = await theStore();
  const run = await wholeRun(store, id);
  return run && store.read((database) => viewOf(run, database));
}

/** The same as an answer, for a screen that looks again. */
export function answerRun(id: string): Promise<Answer<RunView>> {
  return answering(async () => {
    const view = await runView(id);
    return view ? succeed(view) : refused('missing', 'runId', id, 'a run');
  });
}

/** Stores one reading of a run. Sent twice it is stored once; either way the answer is the run as it now stands. */
export function captureReading(input: unknown): Promise<Answer<RunView>> {
  return answering(async () => {
    const checked = checkReadingShape(input);
    if (!checked.ok) return { ...checked, failure: 'input' };
    const reading = checked.value;
    return inRun(reading.runId, async (transaction, run) => {
      if (run.readings.some(({ id }) => id === reading.id)) return succeed(await viewOf(run, transaction));
      const refusal = refusalOf(reading, run);
      if (refusal) return refusal;
      await addReading(transaction, reading, Date.now());
      return succeed(await viewOf({ ...run, readings: [...run.readings, reading] }, transaction));
    });
  });
}

/** Ends a run with the assessment that its readings come to. One that is finished already is answered as it is. */
export function finishRun(input: unknown): Promise<Answer<RunView>> {
  return onRun(input, async (transaction, run, technicianId) => {
    if (run.run.finishedAtMs !== null) return succeed(await viewOf(run, transaction));
    const atMs = Date.now();
    const record = assessmentOf(run, atMs, await rulesOfRun(run.run, transaction));
    if (!record)
      return refusedSaying('input', 'batteryId', 'This battery cannot be graded with these rules.');
    await finishWith(transaction, record, { atMs, byId: technicianId });
    const finished = { ...run.run, finishedAtMs: atMs, finishedById: technicianId, assessmentId: record.id };
    const whole = { ...run, run: finished, assessments: [record, ...run.assessments] };
    return succeed(await viewOf(whole, transaction));
  });
}

/** Opens a finished run again, so that a reading can be added or put right. */
export function reopenRun(input: unknown): Promise<Answer<RunView>> {
  return onRun(input, async (transaction, run) => {
    await reopen(transaction, run.run.id);
    const open = { ...run.run, finishedAtMs: null, finishedById: null, assessmentId: null };
    return succeed(await viewOf({ ...run, run: open }, transaction));
  });
}

type RunWork = (transaction: Transaction, run: WholeRun, technicianId: string) => Promise<Answer<RunView>>;

function onRun(input: unknown, work: RunWork): Promise<Answer<RunView>> {
  return answering(async () => {
    const checked = checkShape(OnRun, input);
    if (!checked.ok) return { ...checked, failure: 'input' };
    const { runId, technicianId } = checked.value;
    return inRun(runId, (transaction, run) => work(transaction, run, technicianId));
  });
}

/** Loads and changes a run in one transaction, so that nothing comes between what was seen and what is stored. */
async function inRun(
  runId: string,
  work: (transaction: Transaction, run: WholeRun) => Promise<Answer<RunView>>,
): Promise<Answer<RunView>> {
  const store = await theStore();
  return store.write(async (transaction) => {
    const run = await loadRun(transaction, runId);
    return run ? work(transaction, run) : refused('missing', 'runId', runId, 'a run');
  });
}

async function viewOf(run: WholeRun, database: Database | Transaction): Promise<RunView> {
  return { ...run, rules: await rulesOfRun(run.run, database) };
}

/** The kind decides which schema holds, so that a complaint is about the fields of that kind and no other. */
function checkReadingShape(input: unknown): Result<Reading> {
  const kind = typeof input === 'object' && input !== null && 'kind' in input ? input.kind : undefined;
  if (typeof kind !== 'string' || !(kind in READING_SCHEMAS)) {
    const kinds = Object.keys(READING_SCHEMAS).join(', ');
    return { ok: false, problems: [problem('kind', kind, `one of ${kinds}`)] };
  }
  return checkShape(READING_SCHEMAS[kind as ReadingKind], input) as Result<Reading>;
}

function refusalOf(reading: Reading, { run, battery, readings }: WholeRun): Answer<never> | null {
  if (run.finishedAtMs !== null) {
    return refusedSaying('conflict', 'runId', 'This run was finished meanwhile. Reopen it to add a reading.');
  }
  if (reading.supersedesId !== null && !readings.some(({ id }) => id === reading.supersedesId)) {
    return refused('input', 'supersedesId', reading.supersedesId, 'a reading of this run');
  }
  const others = readings.filter(({ id }) => id !== reading.supersedesId);
  const problems = checkReading(reading, currentReadings(others), battery.nominalVolts);
  return problems.length > 0 ? { ok: false, problems, failure: 'input' } : null;
}

function assessmentOf(
  { run, battery, readings }: WholeRun,
  madeAtMs: number,
  rules: HouseRules,
): AssessmentRecord | null {
  const spec = specOf(battery);
  if (!spec) return null;
  const current = currentReadings(readings);
  const evidence = evidenceFromCurrent(spec, current);
  const assessment = assess(evidence, rules);
  const override = overrideOf(current);
  return assessmentRecord({ id: uuidv7(), runId: run.id, madeAtMs, evidence, assessment, override });
}
