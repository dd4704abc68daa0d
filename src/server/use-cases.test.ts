import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { uuidv7 } from 'uuidv7';
import type { RunView } from '@/core/exchange/views';
import type { Answer } from './answer';
import { batteryPage, batteryStory, correctBattery, findBattery, registerBattery } from './batteries';
import { floorView } from './floor';
import { answerTo, respond } from './http';
import { answerRun, captureReading, finishRun, reopenRun, startRun } from './runs';
import { registerTechnician, technicians } from './technicians';

// One database for this file: every test brings batteries of its own.
process.env.DATABASE_URL = `file:${join(mkdtempSync(join(tmpdir(), 'integra-server-')), 'x.db')}`;
process.env.INTEGRA_ZONE = 'UTC';

const technicianId = uuidv7();
let serial = 0;

beforeAll(async () => {
  await registerTechnician({ id: technicianId, name: 'Maro Tindell' });
});

function label(extra: Record<string, unknown> = {}) {
  return {
    ...{
      tag: `S-${++serial}`,
      type: 'flooded',
      nominalVolts: 12,
      ratings: [{ standard: 'SAE', amps: 570 }],
      c20Ah: 60,
    },
    ...{ rcMinutes: null, model: '', place: 'Yard tractor 3', dateCode: '', fittedOn: null },
    ...extra,
  };
}

function granted<T>(answer: Answer<T>): T {
  if (answer.ok) return answer.value;
  throw new Error(answer.problems.map(({ message }) => message).join('; '));
}

const messagesOf = (answer: Answer<unknown>) =>
  answer.ok ? [] : answer.problems.map(({ message }) => message);

async function registered(extra: Record<string, unknown> = {}) {
  const id = uuidv7();
  const written = label(extra);
  granted(await registerBattery({ id, technicianId, label: written }));
  return { id, tag: written.tag };
}

async function started(extra: Record<string, unknown> = {}) {
  const battery = await registered(extra);
  const { id } = granted(await startRun({ id: uuidv7(), batteryId: battery.id, technicianId }));
  return { battery, runId: id };
}

let clockMs = Date.UTC(2026, 0, 12, 8);

function reading(runId: string, kind: string, data: unknown, extra: Record<string, unknown> = {}) {
  clockMs += 60_000;
  const envelope = { id: uuidv7(), runId, takenAtMs: clockMs, technicianId, instrument: 'typed' };
  return { ...envelope, kind, data, forced: false, supersedesId: null, reason: null, ...extra };
}

async function captureAll(runId: string, volts: number, loadVolts?: number): Promise<RunView> {
  const sound = { case: 'ok', smell: 'none', terminals: 'ok', level: 'ok' };
  await captureReading(reading(runId, 'identify', { confirmed: true }));
  await captureReading(reading(runId, 'inspection', sound));
  await captureReading(reading(runId, 'settle', { method: 'rested', restMinutes: 800, clockMinutes: 0 }));
  const open = await captureReading(reading(runId, 'open_circuit', { volts, temperatureC: 20 }));
  if (loadVolts === undefined) return granted(open);
  const load = { amps: 285, seconds: 15, volts: loadVolts, temperatureC: 20 };
  return granted(await captureReading(reading(runId, 'load', load)));
}

describe('technicians', () => {
  it('are listed by name, and a name is taken once, in any case', async () => {
    await registerTechnician({ id: uuidv7(), name: '  Anselm Roake ' });
    expect((await technicians()).map(({ name }) => name)).toEqual(['Anselm Roake', 'Maro Tindell']);
    expect(messagesOf(await registerTechnician({ id: uuidv7(), name: 'maro tindell' }))).toEqual([
      'maro tindell is in the list already: pick that name.',
    ]);
    expect((await registerTechnician({ id: uuidv7(), name: '   ' })).ok).toBe(false);
  });
});

describe('batteries', () => {
  it('are found by tag, with the newest run, or by part of a tag', async () => {
    const { battery, runId } = await started();
    const found = granted(await findBattery(battery.tag.toLowerCase()));
    expect(found.exact).toMatchObject({ battery: { id: battery.id }, newest: { run: { id: runId } } });
    const part = granted(await findBattery('s-'));
    expect(part.exact).toBeNull();
    expect(part.similar.length).toBeGreaterThan(0);
    expect((await findBattery('  ')).ok).toBe(false);
  });

  it('cannot share a tag, or name a standard twice', async () => {
    const { tag } = await registered();
    const again = await registerBattery({ id: uuidv7(), technicianId, label: label({ tag }) });
    expect(again).toMatchObject({ ok: false, failure: 'conflict', problems: [{ field: 'label/tag' }] });
    const twice = [570, 600].map((amps) => ({ standard: 'SAE', amps }));
    expect(
      messagesOf(await registerBattery({ id: uuidv7(), technicianId, label: label({ ratings: twice }) })),
    ).toEqual(['label/ratings: found "SAE twice", expected one figure a standard']);
  });

  it('keep what an earlier run ended with when their label is put right', async () => {
    const { battery, runId } = await started({ ratings: [{ standard: 'DIN', amps: 342 }] });
    await captureAll(runId, 12.65, 10.6);
    await finishRun({ runId, technicianId });
    const before = granted(await answerRun(runId)).assessments[0];
    granted(
      await correctBattery({
        id: battery.id,
        technicianId,
        label: label({ tag: battery.tag, ratings: [{ standard: 'SAE', amps: 342 }] }),
      }),
    );
    const story = await batteryStory(battery.id);
    expect(story?.battery.ratings).toEqual([{ standard: 'SAE', amps: 342 }]);
    expect(story?.runs[0]?.assessment?.healthPct).toBe(before?.healthPct);
    expect(await correctBattery({ id: uuidv7(), technicianId, label: label() })).toMatchObject({
      failure: 'missing',
    });
  });

  it('come in pages that say how many there are', async () => {
    const page = await batteryPage('yard tractor', 1);
    expect(page.total).toBeGreaterThanOrEqual(3);
    expect(page.batteries.length).toBe(Math.min(page.total, page.pageSize));
    expect((await batteryPage('yard tractor', 99)).batteries).toEqual([]);
  });
});

describe('a run', () => {
  it('starts once on a battery, and not on one that these rules do not know', async () => {
    const { battery, runId } = await started();
    expect(granted(await startRun({ id: uuidv7(), batteryId: battery.id, technicianId })).id).toBe(runId);
    const lithium = await registered({ type: 'lithium' });
    expect(messagesOf(await startRun({ id: uuidv7(), batteryId: lithium.id, technicianId }))[0]).toContain(
      'never graded',
    );
    expect(await startRun({ id: uuidv7(), batteryId: uuidv7(), technicianId })).toMatchObject({
      failure: 'missing',
    });
  });

  it('is answered whole after each capture, under the rules that it was started with', async () => {
    const { runId } = await started();
    const view = await captureAll(runId, 12.65);
    expect(view.readings.map(({ kind }) => kind)).toEqual([
      'identify',
      'inspection',
      'settle',
      'open_circuit',
    ]);
    expect(view.rules).toMatchObject({ id: 'integra-standard', version: 3 });
  });

  it('refuses what cannot be, naming it, and stores nothing of it', async () => {
    const { runId } = await started();
    await captureAll(runId, 12.5);
    const high = reading(runId, 'load', { amps: 285, seconds: 15, volts: 12.6, temperatureC: 20 });
    expect(messagesOf(await captureReading(high))[0]).toContain('voltage under load: found 12.6');
    const hot = reading(runId, 'open_circuit', { volts: 12.5, temperatureC: 400 });
    expect(messagesOf(await captureReading(hot))).toEqual([
      'data/temperatureC: found 400, expected -50 to 90',
    ]);
    const stranger = reading(
      runId,
      'open_circuit',
      { volts: 12.5, temperatureC: 20 },
      { technicianId: uuidv7() },
    );
    expect(messagesOf(await captureReading(stranger))[0]).toContain(
      'Whoever is at the bench is not known here',
    );
    const elsewhere = reading(runId, 'withdrawal', {}, { supersedesId: uuidv7(), reason: 'slip' });
    expect(messagesOf(await captureReading(elsewhere))[0]).toContain('expected a reading of this run');
    expect(granted(await answerRun(runId)).readings).toHaveLength(4);
  });

  it('lets a correction stand beside what it replaces', async () => {
    const { runId } = await started();
    const { readings } = await captureAll(runId, 12.06);
    const wrong = readings.at(-1);
    const right = reading(
      runId,
      'open_circuit',
      { volts: 12.6, temperatureC: 20 },
      { supersedesId: wrong?.id, reason: 'digits swapped' },
    );
    const view = granted(await captureReading(right));
    expect(view.readings).toHaveLength(5);
    expect(view.readings.find(({ id }) => id === wrong?.id)).toEqual(wrong);
  });

  it('is finished once, keeps its assessment with versions, and can be reopened', async () => {
    const { battery, runId } = await started();
    await captureAll(runId, 12.65, 10.6);
    const finished = granted(await finishRun({ runId, technicianId }));
    expect(finished.assessments).toHaveLength(1);
    expect(finished.assessments[0]).toMatchObject({
      verdict: 'serve',
      grade: 'A',
      rulesId: 'integra-standard',
      core: expect.any(String),
    });
    expect(granted(await finishRun({ runId, technicianId })).assessments).toHaveLength(1);

    const late = reading(runId, 'open_circuit', { volts: 12.6, temperatureC: 20 });
    expect(await captureReading(late)).toMatchObject({ ok: false, failure: 'conflict' });
    expect(granted(await reopenRun({ runId, technicianId })).run.finishedAtMs).toBeNull();
    granted(await captureReading(late));
    const again = granted(await finishRun({ runId, technicianId }));
    expect(again.assessments).toHaveLength(2);
    expect((await batteryStory(battery.id))?.runs[0]?.assessment?.id).toBe(again.run.assessmentId);
  });

  it('that does not exist is said so', async () => {
    expect(await answerRun(uuidv7())).toMatchObject({ ok: false, failure: 'missing' });
    expect(await finishRun({ runId: uuidv7(), technicianId })).toMatchObject({
      ok: false,
      failure: 'missing',
    });
  });
});

describe('the Floor', () => {
  it('shows open runs with where they stand, and what was finished on the site’s own day', async () => {
    const { battery, runId } = await started();
    await captureAll(runId, 12.2);
    const other = await started();
    await captureAll(other.runId, 12.65, 10.6);
    await finishRun({ runId: other.runId, technicianId });
    const floor = await floorView(Date.now());
    expect(floor.onBench.find(({ run }) => run.id === runId)).toMatchObject({
      battery: { tag: battery.tag },
      state: { nextStep: 'charge', assessment: { verdict: 'charge' } },
    });
    expect(floor.doneToday.map(({ run }) => run.id)).toContain(other.runId);
    const tomorrow = await floorView(Date.now() + 86_400_000);
    expect(tomorrow.doneToday).toEqual([]);
  });
});

describe('answers over HTTP', () => {
  const request = (body: string) => new Request('http://localhost/', { method: 'POST', body });

  it.each([
    ['input', 422],
    ['missing', 404],
    ['conflict', 409],
    ['store', 503],
  ] as const)('carry %s as %i', (failure, status) => {
    expect(respond({ ok: false, problems: [], failure }).status).toBe(status);
  });

  it('are refusals for what is no JSON or far too long, before any use case sees it', async () => {
    const seen = jest.fn();
    for (const body of ['{', 'x'.repeat(200_000)]) {
      const response = await answerTo(request(body), seen);
      expect(response.status).toBe(422);
      expect((await response.json()).problems[0].field).toBe('body');
    }
    expect(seen).not.toHaveBeenCalled();
  });
});
