import { uuidv7 } from 'uuidv7';
import { type Assessment, assess } from '@/core/assessment/assess';
import { specOf } from '@/core/battery/battery';
import { readHeader } from '@/core/exchange/readings-csv/header';
import { readRow } from '@/core/exchange/readings-csv/row';
import { answered } from '@/core/rules/schools';
import { STANDARD_RULES } from '@/core/rules/standard-rules';
import { evidenceFromReadings } from '@/core/steps/evidence-from-readings';
import { hearQueries } from '@/store/query-plans.test-support';
import { answering } from './answer';
import { granted } from './answers.test-support';
import { registerBattery } from './batteries';
import type { Context } from './context';
import { newContext } from './context.test-support';
import { finishSeen } from './files.test-support';
import { answerHistory, answerRules, rulesToday, saveRules } from './rules';
import { answerRun, captureReading, startRun } from './runs';
import { registerTechnician } from './technicians';

const queries = hearQueries();

afterAll(async () => {
  expect(await queries.slowPlans()).toEqual([]);
});

let context: Context;

const technicianId = uuidv7();
const stricter = answered(STANDARD_RULES, { health: '75_70' });

beforeAll(async () => {
  context = await newContext();
  await registerTechnician(context, { id: technicianId, name: 'Maro Tindell' });
});

const save = (seenVersion: number, extra: Record<string, unknown> = {}) =>
  answering(context, () =>
    saveRules(context, { rules: stricter, seenVersion, reason: 'Cold January', technicianId, ...extra }),
  );

async function startedRun(): Promise<string> {
  const id = uuidv7();
  const rest = { c20Ah: 60, rcMinutes: null, model: '', place: '', dateCode: '', fittedOn: null };
  const rating = { standard: 'SAE', amps: 570 };
  const label = { tag: `R-${id.slice(-6)}`, type: 'flooded', nominalVolts: 12, ratings: [rating], ...rest };
  granted(await registerBattery(context, { id, technicianId, label }));
  return granted(await startRun(context, { id: uuidv7(), batteryId: id, technicianId })).id;
}

let takenAtMs = Date.UTC(2026, 0, 12, 8);
async function capture(runId: string, kind: string, data: unknown) {
  takenAtMs += 60_000;
  const envelope = { id: uuidv7(), runId, takenAtMs, technicianId, instrument: 'typed', forced: false };
  return granted(
    await captureReading(context, { ...envelope, kind, data, supersedesId: null, reason: null }),
  );
}

/** A battery of 68 % health: watched by the standard, retired by the stricter school. */
async function measured(runId: string) {
  await capture(runId, 'identify', { confirmed: true });
  await capture(runId, 'inspection', { case: 'ok', smell: 'none', terminals: 'ok', level: 'ok' });
  await capture(runId, 'settle', { method: 'rested', restMinutes: 800, clockMinutes: 0 });
  await capture(runId, 'open_circuit', { volts: 12.65, temperatureC: 25 });
  await capture(runId, 'load', { amps: 285, seconds: 15, volts: 9.73, temperatureC: 25 });
  return capture(runId, 'recovery', { minutes: 5, volts: 12.6 });
}

it('house rules are put in force with a reason, and open runs keep the ones they began under', async () => {
  expect(await rulesToday(context)).toEqual(STANDARD_RULES);
  const before = await startedRun();
  expect(granted(await save(0))).toMatchObject({ id: context.site.rulesId, version: 1 });
  const after = await startedRun();
  await measured(before);
  await measured(after);
  expect(granted(await answerRun(context, before)).rules.id).toBe('integra-standard');
  expect(granted(await answerRun(context, after)).rules).toMatchObject({
    id: context.site.rulesId,
    version: 1,
  });

  const finished = await Promise.all(
    [before, after].map(async (runId) => granted(await finishSeen(context, runId, technicianId))),
  );
  expect(finished.map(({ assessments }) => assessments[0]?.verdict)).toEqual(['watch', 'retire']);

  const view = granted(await answerRules(context));
  expect(view.current).toMatchObject({ id: context.site.rulesId, version: 1 });
  expect(view.versions.map(({ reason }) => reason)).toEqual(['Cold January', 'What Integra begins with']);
  expect(view.runs).toBe(2);
  expect(granted(await answerHistory(context, '', 10)).runs).toHaveLength(2);
});

it('an override is kept beside the computed verdict', async () => {
  const runId = await startedRun();
  await measured(runId);
  await capture(runId, 'override', { verdict: 'serve', why: 'a spare for the pump' });
  const [record] = granted(await finishSeen(context, runId, technicianId)).assessments;
  expect(record).toMatchObject({ verdict: 'retire', override: { verdict: 'serve', byId: technicianId } });
});

it('readings come out of the store to the same judgement as out of a file', async () => {
  const runId = await startedRun();
  await measured(runId);
  const stored = granted(await answerRun(context, runId));
  const names =
    'tag,construction,rating_a,c20_ah,temp_c,case,terminals,level,rest_min,ocv_v,load_a,load_v,recovery_v'.split(
      ',',
    );
  const header = readHeader(names);
  const row = header.ok
    ? readRow(header.value, 'R,flooded,570,60,25,ok,ok,ok,800,12.65,285,9.73,12.6'.split(','))
    : header;
  const spec = specOf(stored.battery);
  if (!row.ok || !spec) throw new Error('both must be readable');
  const told = ({ verdict, grade, rule, decidedBy, estimates }: Assessment) => ({
    verdict,
    grade,
    rule,
    decidedBy,
    charge: estimates.charge,
    health: estimates.health,
  });
  const fromStore = assess(evidenceFromReadings(spec, stored.readings), stored.rules);
  expect(told(fromStore)).toEqual(told(assess(row.value.evidence, stored.rules)));
  expect(fromStore.decidedBy).toBe('worn');
});

it.each([
  ['no reason', { reason: ' ' }, 'reason'],
  ['somebody unknown', { technicianId: uuidv7() }, 'technicianId'],
  [
    'a figure that cannot be',
    { rules: { ...stricter, recovery: { volts: 99, minutes: 5 } } },
    'rules/recovery/volts',
  ],
  [
    'a contradiction',
    { rules: { ...stricter, health: { ...stricter.health, retirePct: 90 } } },
    'rules/health',
  ],
])('rules with %s are refused by name, and nothing is stored', async (_why, extra, field) => {
  const { versions } = granted(await answerRules(context));
  const answer = await save(versions.length - 1, extra);
  expect(answer.ok ? [] : answer.problems.map((problem) => problem.field)).toContain(field);
  expect(granted(await answerRules(context)).versions).toHaveLength(versions.length);
});

it('rules saved over somebody else’s are refused as a conflict', async () => {
  const { versions } = granted(await answerRules(context));
  const answer = await save(versions.length - 2);
  expect(answer).toMatchObject({ ok: false, failure: 'conflict' });
});

it('a stretch of the history has a size', async () => {
  expect(await answerHistory(context, '', 0)).toMatchObject({ ok: false, failure: 'input' });
  expect(await answerHistory(context, '', 1e6)).toMatchObject({ ok: false, failure: 'input' });
});
