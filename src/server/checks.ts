import 'server-only';
import { uuidv7 } from 'uuidv7';
import { type CheckState, checkState } from '@/core/circuit/check-of-readings';
import { fromBench } from '@/core/circuit/from-bench';
import { basisOf } from '@/core/circuit/spec-of-vehicle';
import { writeCheckFile, writeCheckRows } from '@/core/exchange/check/check-file';
import { checkRecord, keptBasis } from '@/core/exchange/check/check-record';
import { checkShape } from '@/core/exchange/check-shape';
import type { CheckRun, CheckView } from '@/core/exchange/views';
import { succeed } from '@/core/quantity/result';
import { Type } from '@/core/quantity/type';
import { type CheckSlip, checkSlip } from '@/core/report/check-slip';
import { STANDARD_RULES } from '@/core/rules/standard-rules';
import { standingReadings } from '@/core/steps/current-readings';
import { isOfKind, MOST_READINGS, type Reading } from '@/core/steps/reading';
import { TYPED } from '@/core/steps/typed';
import { readingProblems } from '@/core/vehicle/check-reading-problems';
import {
  checkBefore,
  finishCheckWith,
  type KeptCheck,
  lastJudgement,
  loadCheck,
  reopenCheck,
  startCheck as storeCheck,
} from '@/store/checks';
import type { Database, Transaction } from '@/store/open';
import { openCautions } from '@/store/open-cautions';
import { addReading, readingsOfRuns, runOfReading } from '@/store/readings';
import { listTechnicians } from '@/store/technicians';
import { slotsOfVehicle, vehicleById } from '@/store/vehicles';
import { openVisit, testsInVehicle, visitAt } from '@/store/visits';
import { type Answer, refused, refusedSaying } from './answer';
import { changed } from './changes';
import type { Context } from './context';
import { ELSEWHERE, otherReadings, refusedByRun } from './readings-of-run';
import { rulesOfRun, rulesToday } from './rules';

const Uuid = Type.String({ format: 'uuid' });
const StartCheck = Type.Object(
  { id: Uuid, vehicleId: Uuid, technicianId: Uuid },
  { additionalProperties: false },
);
const FinishCheck = Type.Object(
  {
    runId: Uuid,
    technicianId: Uuid,
    seenReadingIds: Type.Array(Uuid, { maxItems: MOST_READINGS, description: 'readings that were seen' }),
  },
  { additionalProperties: false },
);
const ReopenCheck = Type.Object(
  {
    runId: Uuid,
    technicianId: Uuid,
    readingId: Uuid,
    reason: Type.String({ minLength: 1, maxLength: 200, pattern: '\\S', description: 'reason' }),
  },
  { additionalProperties: false },
);

/** Starts a check of a vehicle, or answers with the one that is open on it. */
export async function startCheck(context: Context, input: unknown): Promise<Answer<{ id: string }>> {
  const checked = checkShape(StartCheck, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const { id, vehicleId, technicianId } = checked.value;
  const { store } = context;
  const vehicle = await store.read((database) => vehicleById(database, vehicleId));
  if (!vehicle) return refused('missing', 'vehicleId', vehicleId, 'a registered vehicle');
  const rules = await rulesToday(context);
  const run = await storeCheck(store, {
    id,
    vehicleId,
    startedAtMs: context.now(),
    startedById: technicianId,
    rulesId: rules.id,
    rulesVersion: rules.version,
  });
  if (run.id === id) await bringFromBench(context, run);
  changed({ runId: run.id, what: 'run' });
  return succeed({ id: run.id });
}

/** What the runs of its batteries have noted of the vehicle on this visit goes over into a check that begins. */
async function bringFromBench({ store, now }: Context, run: CheckRun): Promise<void> {
  await store.write(async (transaction) => {
    const begun = await loadCheck(transaction, run.id);
    if (!begun || begun.readings.length > 0) return;
    const visit = await openVisit(transaction, run.vehicleId);
    const sinceMs = visit?.arrivedAtMs ?? run.startedAtMs - SAME_DAY_MS;
    for (const { reading, data } of await notedSince(transaction, run.vehicleId, sinceMs)) {
      const brought: Reading = {
        id: uuidv7(),
        runId: run.id,
        kind: 'check_reading',
        data,
        takenAtMs: reading.takenAtMs,
        technicianId: reading.technicianId,
        instrument: reading.instrument,
        forced: false,
        supersedesId: null,
        reason: null,
      };
      await addReading(transaction, brought, now());
    }
  });
}

/** What was noted within so long before a check counts for it, where nobody said when the vehicle came in. */
const SAME_DAY_MS = 12 * 3_600_000;

async function notedSince(transaction: Transaction, vehicleId: string, sinceMs: number) {
  const tests = await testsInVehicle(transaction, vehicleId, MOST_TESTS);
  const some = tests.filter(({ startedAtMs }) => startedAtMs >= sinceMs).map(({ runId }) => runId);
  const read = (await readingsOfRuns(transaction, some)).flatMap((one) =>
    one.read.ok ? [one.read.value] : [],
  );
  return standingReadings(read)
    .sort((one, other) => one.takenAtMs - other.takenAtMs)
    .flatMap((reading) => {
      const data = isOfKind(reading, 'vehicle_check') ? fromBench(reading) : null;
      return data ? [{ reading, data }] : [];
    });
}

/** The newest tests that are looked through for it. */
const MOST_TESTS = 50;

/** A check with its vehicle, who sits in it, what was read and the rules. */
export async function checkView({ store }: Context, id: string): Promise<CheckView | undefined> {
  return store.read(async (database) => {
    const check = await loadCheck(database, id);
    return check && viewOf(check, database);
  });
}

/** The same as an answer, for a screen that looks again. */
export async function answerCheck(context: Context, id: string): Promise<Answer<CheckView>> {
  const view = await checkView(context, id);
  return view ? succeed(view) : refused('missing', 'runId', id, 'a check');
}

/** Stores one reading of a check. Sent twice it is stored once; either way the answer is the check as it now stands. */
export async function captureInCheck(context: Context, reading: Reading): Promise<Answer<CheckView>> {
  return inCheck(context, reading.runId, async (transaction, check, view) => {
    const elsewhere = await runOfReading(transaction, reading.id);
    if (elsewhere === check.run.id) return succeed(view);
    if (elsewhere !== undefined) return refusedSaying('conflict', 'id', ELSEWHERE);
    const nowMs = context.now();
    const refusal = refusalOf(reading, view, nowMs);
    if (refusal) return refusal;
    await addReading(transaction, reading, nowMs);
    return succeed({ ...view, readings: [...view.readings, { ...reading, recordedAtMs: nowMs }] });
  });
}

const UNREADABLE =
  'Something of this check cannot be read, so it comes to nothing: start another check of this vehicle.';
const STARTED_PULLED =
  'What was pulled to keep the engine from starting is not marked as put back yet. Put it back, mark it, then finish.';

/** Ends a check with what its readings come to. It stays open while something that was pulled is not back. */
export async function finishCheck(context: Context, input: unknown): Promise<Answer<CheckView>> {
  const checked = checkShape(FinishCheck, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const { runId, technicianId, seenReadingIds } = checked.value;
  return inCheck(context, runId, async (transaction, check, view) => {
    if (check.run.finishedAtMs !== null) return succeed(view);
    const [wrong] = view.unreadable;
    if (wrong) return refusedSaying('input', 'readings', `${UNREADABLE} ${wrong.message}`);
    const overtaken = otherReadings(view.readings, seenReadingIds);
    if (overtaken.length > 0) return { ok: false, problems: overtaken, failure: 'conflict' };
    const state = stateOf(view);
    if (state.pulled) return refusedSaying('conflict', 'put_back', STARTED_PULLED);
    const atMs = Math.max(context.now(), check.run.startedAtMs);
    const record = checkRecord({ id: uuidv7(), runId, madeAtMs: atMs }, state);
    await finishCheckWith(transaction, record, { atMs, byId: technicianId });
    const { cause, probability, core } = record;
    return succeed({
      ...view,
      finishedWith: { cause, probability, core },
      run: { ...view.run, finishedAtMs: atMs, finishedById: technicianId },
    });
  });
}

/** Opens a finished check again, so that a reading can be added or put right. */
export async function reopenCheckAsked(context: Context, input: unknown): Promise<Answer<CheckView>> {
  const checked = checkShape(ReopenCheck, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const { runId, technicianId, readingId, reason } = checked.value;
  return inCheck(context, runId, async (transaction, check, view) => {
    if (check.run.finishedAtMs === null) return succeed(view);
    const nowMs = context.now();
    const reopened: Reading = {
      id: readingId,
      runId,
      kind: 'reopened',
      data: { reason: reason.trim() },
      takenAtMs: nowMs,
      technicianId,
      instrument: TYPED,
      forced: false,
      supersedesId: null,
      reason: null,
    };
    await reopenCheck(transaction, runId);
    await addReading(transaction, reopened, nowMs);
    const run = { ...check.run, finishedAtMs: null, finishedById: null };
    const stored = { ...reopened, recordedAtMs: nowMs };
    // It is judged on what the vehicle is today again.
    return succeed(await viewOf({ ...check, run, readings: [...check.readings, stored] }, transaction));
  });
}

/** A check as a file: whole as JSON, or its readings as rows; undefined where there is none. */
export async function checkFile(
  context: Context,
  id: string,
  as: 'json' | 'csv',
): Promise<string | undefined> {
  const view = await checkView(context, id);
  if (!view) return undefined;
  const { assessment, readings } = stateOf(view);
  if (as === 'csv') return writeCheckRows(view.vehicle.name, readings);
  const { revision: _revision, ...vehicle } = { revision: 0, ...view.vehicle };
  return writeCheckFile({
    vehicle,
    run: view.run,
    readings: [...view.readings],
    causes: assessment.causes.map(({ cause, probability }) => ({ cause, probability })),
    rules: assessment.rules,
    core: assessment.core,
  });
}

/** The slip of a check, beside the check before it; undefined where there is none. */
export async function checkSlipView(context: Context, id: string): Promise<CheckSlip | undefined> {
  const view = await checkView(context, id);
  if (!view) return undefined;
  const before = view.before && stateOf({ ...view, ...view.before });
  const technicians = await listTechnicians(context.store);
  return checkSlip(view, { state: stateOf(view), before }, technicians, context.site);
}

function stateOf({ basis, readings, rules }: CheckView): CheckState {
  return checkState(basis, readings, rules);
}

async function viewOf(
  { run, readings, unreadable }: KeptCheck,
  database: Database | Transaction,
): Promise<CheckView> {
  const vehicle = await vehicleById(database, run.vehicleId);
  if (!vehicle) throw new Error('a check is of a registered vehicle');
  const rules = await rulesOfRun(run, database);
  const slots = await slotsOfVehicle(database, run.vehicleId);
  const today = basisOf(
    vehicle,
    slots
      .filter(({ toOn }) => toOn === null)
      .map(({ battery, newest }) => ({ battery, verdict: newest?.verdict ?? null })),
  );
  const made = await judgementOf(database, run);
  const before = await checkBefore(database, run);
  return {
    run,
    readings,
    vehicle,
    slots,
    basis: keptBasis(made?.judgement) ?? today,
    before: before
      ? {
          readings: before.readings,
          basis: keptBasis((await judgementOf(database, before.run))?.judgement) ?? today,
        }
      : null,
    finishedWith: made ? { cause: made.cause, probability: made.probability, core: made.core } : null,
    visit: (await visitAt(database, run.vehicleId, run.startedAtMs)) ?? null,
    cautions: await openCautions(database, run.vehicleId, run.startedAtMs),
    rules: rules.ok ? rules.value : STANDARD_RULES,
    unreadable: rules.ok ? unreadable : [...unreadable, ...rules.problems],
  };
}

/** What a check was finished with, as long as it is. */
const judgementOf = async (database: Database | Transaction, { id, finishedAtMs }: CheckRun) =>
  finishedAtMs === null ? undefined : lastJudgement(database, id);

/** Loads and changes a check in one transaction, so that nothing comes between what was seen and what is stored. */
async function inCheck(
  { store }: Context,
  runId: string,
  work: (transaction: Transaction, check: KeptCheck, view: CheckView) => Promise<Answer<CheckView>>,
): Promise<Answer<CheckView>> {
  const answer = await store.write(async (transaction) => {
    const check = await loadCheck(transaction, runId);
    if (!check) return refused('missing', 'runId', runId, 'a check');
    return work(transaction, check, await viewOf(check, transaction));
  });
  if (answer.ok) changed({ runId, what: 'reading' });
  return answer;
}

function refusalOf(reading: Reading, view: CheckView, nowMs: number): Answer<never> | null {
  const refusal = refusedByRun(reading, view, nowMs, 'vehicle');
  if (refusal || reading.kind !== 'check_reading') return refusal;
  const problems = readingProblems(reading.data, view.vehicle.systemVolts ?? 12);
  return problems.length > 0 ? { ok: false, problems, failure: 'input' } : null;
}
