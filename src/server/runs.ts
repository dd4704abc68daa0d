import 'server-only';
import type { Static } from '@sinclair/typebox';
import { uuidv7 } from 'uuidv7';
import { assess } from '@/core/assessment/assess';
import { specOf } from '@/core/battery/battery';
import { assessmentRecord } from '@/core/exchange/assessment-record';
import { checkShape } from '@/core/exchange/check-shape';
import type { AssessmentRecord, BenchView, RunView, StoredRun, WholeRun } from '@/core/exchange/views';
import { judgeRun } from '@/core/procedure/judge-run';
import { overrideOf } from '@/core/procedure/override';
import { problem, type Result, succeed } from '@/core/quantity/result';
import { Type } from '@/core/quantity/type';
import type { HouseRules } from '@/core/rules/house-rules';
import { STANDARD_RULES } from '@/core/rules/standard-rules';
import { checkInRun } from '@/core/steps/check-in-run';
import { currentReadings } from '@/core/steps/current-readings';
import { evidenceFromCurrent } from '@/core/steps/evidence-from-readings';
import { isReadingKind, MOST_READINGS, type Reading } from '@/core/steps/reading';
import { READING_SCHEMAS } from '@/core/steps/reading-data';
import { TYPED } from '@/core/steps/typed';
import { batteryById } from '@/store/batteries';
import { loadCheck } from '@/store/checks';
import type { Database, Transaction } from '@/store/open';
import { addReading, runOfReading } from '@/store/readings';
import { finishWith, loadRun, reopen, startRun as storeRun, wholeRun } from '@/store/runs';
import { vehicleOfBattery } from '@/store/vehicles';
import { type Answer, refused, refusedSaying } from './answer';
import { changed } from './changes';
import { captureInCheck } from './checks';
import type { Context } from './context';
import { overrideRefused } from './people/confirm';
import { ELSEWHERE, otherReadings, refusedByRun } from './readings-of-run';
import { rulesOfRun, rulesToday } from './rules';

const Uuid = Type.String({ format: 'uuid' });
const StartRun = Type.Object(
  { id: Uuid, batteryId: Uuid, technicianId: Uuid },
  { additionalProperties: false },
);
const OnRun = Type.Object({ runId: Uuid, technicianId: Uuid }, { additionalProperties: false });
const ReopenRun = Type.Object(
  {
    ...OnRun.properties,
    /** The reading that says why is one like any other, made where the run is opened again. */
    readingId: Uuid,
    reason: Type.String({ minLength: 1, maxLength: 200, pattern: '\\S', description: 'reason' }),
  },
  { additionalProperties: false },
);
const FinishRun = Type.Object(
  {
    ...OnRun.properties,
    /** The readings that the verdict on the screen was made from. */
    seenReadingIds: Type.Array(Uuid, { maxItems: MOST_READINGS, description: 'readings that were seen' }),
  },
  { additionalProperties: false },
);

/** Starts a run on a battery, or answers with the one that is open on it. */
export async function startRun(context: Context, input: unknown): Promise<Answer<{ id: string }>> {
  const checked = checkShape(StartRun, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const { id, batteryId, technicianId } = checked.value;
  const { store } = context;
  const battery = await batteryById(store, batteryId);
  if (!battery) return refused('missing', 'batteryId', batteryId, 'a registered battery');
  if (!specOf(battery)) {
    const why = `${battery.tag} is not a lead-acid battery. It is recorded, but never graded with these rules.`;
    return refusedSaying('input', 'batteryId', why);
  }
  const rules = await rulesToday(context);
  const run = await storeRun(store, {
    id,
    batteryId,
    startedAtMs: context.now(),
    startedById: technicianId,
    rulesId: rules.id,
    rulesVersion: rules.version,
  });
  changed({ runId: run.id, what: 'run' });
  return succeed({ id: run.id });
}

/** A run with its readings, assessments and rules. */
export async function runView(context: Context, id: string): Promise<RunView | undefined> {
  const { store } = context;
  const run = await wholeRun(store, id);
  return run && store.read((database) => viewOf(run, database));
}

/** The same as the Bench opens with it. */
export async function benchView(context: Context, id: string): Promise<BenchView | undefined> {
  const view = await runView(context, id);
  if (!view) return undefined;
  const spec = specOf(view.battery);
  if (!spec) return { view, told: null };
  const { current: _current, ...told } = judgeRun(spec, view.readings, view.rules);
  return { view, told };
}

/** The same as an answer, for a screen that looks again. */
export async function answerRun(context: Context, id: string): Promise<Answer<RunView>> {
  const view = await runView(context, id);
  return view ? succeed(view) : refused('missing', 'runId', id, 'a run');
}

/** Stores one reading of a run. Sent twice it is stored once; either way the answer is the run as it now stands. */
export async function captureReading(context: Context, input: unknown): Promise<Answer<RunView>> {
  const checked = checkReadingShape(input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  return captureInRun(context, checked.value);
}

/** The same of a reading of whatever run: of a battery, or the check of a vehicle. */
export async function captureAnywhere(context: Context, input: unknown): Promise<Answer<StoredRun>> {
  const checked = checkReadingShape(input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const reading = checked.value;
  const check = await context.store.read((database) => loadCheck(database, reading.runId));
  return check ? captureInCheck(context, reading) : captureInRun(context, reading);
}

function captureInRun(context: Context, reading: Reading): Promise<Answer<RunView>> {
  return inRun(context, reading.runId, 'reading', async (transaction, run) => {
    const elsewhere = await runOfReading(transaction, reading.id);
    if (elsewhere === run.run.id) return succeed(await viewOf(run, transaction));
    if (elsewhere !== undefined) return refusedSaying('conflict', 'id', ELSEWHERE);
    const nowMs = context.now();
    const refusal = overrideRefused(context, reading) ?? refusalOf(reading, run, nowMs);
    if (refusal) return refusal;
    await addReading(transaction, reading, nowMs);
    const stored = { ...reading, recordedAtMs: nowMs };
    return succeed(await viewOf({ ...run, readings: [...run.readings, stored] }, transaction));
  });
}

/**
 * Ends a run with the assessment that its readings come to. Whoever ends it names the readings that were seen: where
 * the run holds others, or lacks some, it stays open and each is told. One that is finished already is answered as it is.
 */
export function finishRun(context: Context, input: unknown): Promise<Answer<RunView>> {
  return onRun(context, FinishRun, input, async (transaction, run, { technicianId, seenReadingIds }) => {
    if (run.run.finishedAtMs !== null) return succeed(await viewOf(run, transaction));
    const view = await viewOf(run, transaction);
    const [wrong] = view.unreadable;
    if (wrong) return refusedSaying('input', 'readings', `${UNREADABLE} ${wrong.message}`);
    const overtaken = otherReadings(run.readings, seenReadingIds);
    if (overtaken.length > 0) return { ok: false, problems: overtaken, failure: 'conflict' };
    // A clock that was set back must not end a run before it began.
    const lastMs = Math.max(run.run.startedAtMs, ...run.readings.map(({ recordedAtMs = 0 }) => recordedAtMs));
    const atMs = Math.max(context.now(), lastMs);
    const record = assessmentOf(run, atMs, view.rules);
    if (!record)
      return refusedSaying('input', 'batteryId', 'This battery cannot be graded with these rules.');
    await finishWith(transaction, record, { atMs, byId: technicianId });
    const finished = { ...run.run, finishedAtMs: atMs, finishedById: technicianId, assessmentId: record.id };
    return succeed({ ...view, run: finished, assessments: [record, ...run.assessments] });
  });
}

const UNREADABLE =
  'Something of this run cannot be read, so it comes to no verdict: start another run on this battery.';

/** Opens a finished run again, so that a reading can be added or put right. */
export function reopenRun(context: Context, input: unknown): Promise<Answer<RunView>> {
  return onRun(context, ReopenRun, input, async (transaction, run, { technicianId, reason, readingId }) => {
    // Sent twice it is opened once; a run that somebody has opened already stays as it is.
    if (run.run.finishedAtMs === null) return succeed(await viewOf(run, transaction));
    const nowMs = context.now();
    const reopened: Reading = {
      id: readingId,
      runId: run.run.id,
      kind: 'reopened',
      data: { reason: reason.trim() },
      takenAtMs: nowMs,
      technicianId,
      instrument: TYPED,
      forced: false,
      supersedesId: null,
      reason: null,
    };
    await reopen(transaction, run.run.id);
    await addReading(transaction, reopened, nowMs);
    const open = { ...run.run, finishedAtMs: null, finishedById: null, assessmentId: null };
    const readings = [...run.readings, { ...reopened, recordedAtMs: nowMs }];
    return succeed(await viewOf({ ...run, run: open, readings }, transaction));
  });
}

async function onRun<S extends typeof ReopenRun | typeof FinishRun>(
  context: Context,
  schema: S,
  input: unknown,
  work: (transaction: Transaction, run: WholeRun, asked: Static<S>) => Promise<Answer<RunView>>,
): Promise<Answer<RunView>> {
  const checked = checkShape(schema, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  return inRun(context, checked.value.runId, 'run', (transaction, run) =>
    work(transaction, run, checked.value),
  );
}

/** Loads and changes a run in one transaction, so that nothing comes between what was seen and what is stored. */
async function inRun(
  context: Context,
  runId: string,
  what: 'reading' | 'run',
  work: (transaction: Transaction, run: WholeRun) => Promise<Answer<RunView>>,
): Promise<Answer<RunView>> {
  const { store } = context;
  const answer = await store.write(async (transaction) => {
    const run = await loadRun(transaction, runId);
    return run ? work(transaction, run) : refused('missing', 'runId', runId, 'a run');
  });
  if (answer.ok) changed({ runId, what });
  return answer;
}

/** Rules that nobody has here cost the run its verdict, not the page: it is shown under the standard ones, and says so. */
async function viewOf(run: WholeRun, database: Database | Transaction): Promise<RunView> {
  const rules = await rulesOfRun(run.run, database);
  const sitsIn = await vehicleOfBattery(database, run.battery.id);
  const known = sitsIn ? { ...run, sitsIn } : run;
  if (rules.ok) return { ...known, rules: rules.value };
  return { ...known, rules: STANDARD_RULES, unreadable: [...run.unreadable, ...rules.problems] };
}

/** The kind decides which schema holds, so that a complaint is about the fields of that kind and no other. */
function checkReadingShape(input: unknown): Result<Reading> {
  const kind = typeof input === 'object' && input !== null && 'kind' in input ? input.kind : undefined;
  if (!isReadingKind(kind)) {
    const kinds = Object.keys(READING_SCHEMAS).join(', ');
    return { ok: false, problems: [problem('kind', kind, `one of ${kinds}`)] };
  }
  const checked = checkShape(READING_SCHEMAS[kind], input);
  if (!checked.ok) return checked;
  // When it was stored is for the server to say.
  const { recordedAtMs: _claimed, ...reading } = checked.value;
  return succeed(reading);
}

function refusalOf(reading: Reading, run: WholeRun, nowMs: number): Answer<never> | null {
  const refusal = refusedByRun(reading, run, nowMs, 'battery');
  if (refusal) return refusal;
  const problems = checkInRun(reading, run.readings, run.battery.nominalVolts);
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
  const override = overrideOf(current, assessment);
  return assessmentRecord({ id: uuidv7(), runId: run.id, madeAtMs, evidence, assessment, override });
}
