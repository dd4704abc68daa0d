import { sql } from 'drizzle-orm';
import { uuidv7 } from 'uuidv7';
import type { RunView } from '@/core/exchange/views';
import { currentReadings } from '@/core/procedure/current-readings';
import { hearQueries } from '@/store/query-plans.test-support';
import { type Answer, answering } from './answer';
import { batteryPage, batteryStory, correctBattery, findBattery, registerBattery } from './batteries';
import { changed } from './changes';
import type { Context } from './context';
import { newContext } from './context.test-support';
import { finishSeen } from './files.test-support';
import { floorView } from './floor';
import { respond } from './http';
import { answerRun, captureReading, finishRun, reopenRun, startRun } from './runs';
import { registerTechnician, technicians } from './technicians';

const queries = hearQueries();

afterAll(async () => {
  expect(await queries.slowPlans()).toEqual([]);
});

// One database for this file: every test brings batteries of its own.
let context: Context;

const technicianId = uuidv7();
let serial = 0;

beforeAll(async () => {
  context = await newContext();
  await registerTechnician(context, { id: technicianId, name: 'Maro Tindell' });
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
  granted(await registerBattery(context, { id, technicianId, label: written }));
  return { id, tag: written.tag };
}

async function started(extra: Record<string, unknown> = {}) {
  const battery = await registered(extra);
  const { id } = granted(await startRun(context, { id: uuidv7(), batteryId: battery.id, technicianId }));
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
  await captureReading(context, reading(runId, 'identify', { confirmed: true }));
  await captureReading(context, reading(runId, 'inspection', sound));
  await captureReading(
    context,
    reading(runId, 'settle', { method: 'rested', restMinutes: 800, clockMinutes: 0 }),
  );
  const open = await captureReading(context, reading(runId, 'open_circuit', { volts, temperatureC: 20 }));
  if (loadVolts === undefined) return granted(open);
  const load = { amps: 285, seconds: 15, volts: loadVolts, temperatureC: 20 };
  return granted(await captureReading(context, reading(runId, 'load', load)));
}

describe('technicians', () => {
  it('are listed by name, and a name is taken once, in any case', async () => {
    await registerTechnician(context, { id: uuidv7(), name: '  Anselm Roake ' });
    expect((await technicians(context)).map(({ name }) => name)).toEqual(['Anselm Roake', 'Maro Tindell']);
    expect(messagesOf(await registerTechnician(context, { id: uuidv7(), name: 'maro tindell' }))).toEqual([
      'maro tindell is in the list already: pick that name.',
    ]);
    expect((await registerTechnician(context, { id: uuidv7(), name: '   ' })).ok).toBe(false);
    for (const alike of ['Maro  Tindell', 'Mаro Tindell', 'Maro\u00a0Tindell', 'Maro Tin\u00addell']) {
      expect(messagesOf(await registerTechnician(context, { id: uuidv7(), name: alike }))[0]).toContain(
        'in the list already',
      );
    }
  });
});

describe('batteries', () => {
  it('are found by tag, with the newest run, or by part of a tag', async () => {
    const { battery, runId } = await started();
    const found = granted(await findBattery(context, battery.tag.toLowerCase()));
    expect(found.exact).toMatchObject({ battery: { id: battery.id }, newest: { run: { id: runId } } });
    const part = granted(await findBattery(context, 's-'));
    expect(part.exact).toBeNull();
    expect(part.similar.length).toBeGreaterThan(0);
    expect((await findBattery(context, '  ')).ok).toBe(false);
  });

  it('cannot share a tag, or name a standard twice', async () => {
    const { tag } = await registered();
    const again = await registerBattery(context, { id: uuidv7(), technicianId, label: label({ tag }) });
    expect(again).toMatchObject({ ok: false, failure: 'conflict', problems: [{ field: 'label/tag' }] });
    const twice = [570, 600].map((amps) => ({ standard: 'SAE', amps }));
    expect(
      messagesOf(
        await registerBattery(context, { id: uuidv7(), technicianId, label: label({ ratings: twice }) }),
      ),
    ).toEqual(['label/ratings: found "SAE twice", expected one figure a standard']);
  });

  it('keep what an earlier run ended with when their label is put right', async () => {
    const { battery, runId } = await started({ ratings: [{ standard: 'DIN', amps: 342 }] });
    await captureAll(runId, 12.65, 10.6);
    await finishSeen(context, runId, technicianId);
    const before = granted(await answerRun(context, runId)).assessments[0];
    granted(
      await correctBattery(context, {
        id: battery.id,
        technicianId,
        seenRevision: 1,
        label: label({ tag: battery.tag, ratings: [{ standard: 'SAE', amps: 342 }] }),
      }),
    );
    const story = await batteryStory(context, battery.id);
    expect(story?.battery.ratings).toEqual([{ standard: 'SAE', amps: 342 }]);
    expect(story?.runs[0]?.assessment?.healthPct).toBe(before?.healthPct);
    const unknown = { id: uuidv7(), technicianId, seenRevision: 1, label: label() };
    expect(await correctBattery(context, unknown)).toMatchObject({ failure: 'missing' });
  });

  it('put right by two at once: the second is told, and the first stands', async () => {
    const battery = await registered();
    const correction = (place: string) => ({
      ...{ id: battery.id, technicianId, seenRevision: 1 },
      label: label({ tag: battery.tag, place }),
    });
    granted(await correctBattery(context, correction('Snow plough 2')));
    expect(await correctBattery(context, correction('Tanker 1'))).toMatchObject({
      ok: false,
      failure: 'conflict',
    });
    expect((await batteryStory(context, battery.id))?.battery).toMatchObject({
      place: 'Snow plough 2',
      revision: 2,
    });
  });

  it.each([
    ['in another case and with stray blanks', (tag: string) => ` ${tag.toLowerCase()} `.trim()],
    ['in wide letters', (tag: string) => tag.replace('S', 'Ｓ')],
    ['with a letter of another script', (tag: string) => tag.replace('S', 'Ѕ')],
    ['with a hyphen of another kind', (tag: string) => tag.replace('-', '‑')],
    ['with what cannot be seen in it', (tag: string) => `${tag.slice(0, 2)}\u200b${tag.slice(2)}`],
  ])('of a tag %s are the same battery', async (_how, written) => {
    const { tag } = await registered();
    const again = await registerBattery(context, {
      id: uuidv7(),
      technicianId,
      label: label({ tag: written(tag) }),
    });
    expect(messagesOf(again)[0]).toContain('belongs to another battery already');
    expect(granted(await findBattery(context, written(tag))).exact?.battery.tag).toBe(tag);
  });

  it('come in pages that say how many there are', async () => {
    const page = await batteryPage(context, 'yard tractor', 1);
    expect(page.total).toBeGreaterThanOrEqual(3);
    expect(page.batteries.length).toBe(Math.min(page.total, page.pageSize));
    // One beyond the last is the last, however far beyond.
    for (const far of [99, 1e308, Number.NaN, -1]) {
      expect((await batteryPage(context, 'yard tractor', far)).batteries).toEqual(page.batteries);
    }
  });
});

describe('a run', () => {
  it('starts once on a battery, and not on one that these rules do not know', async () => {
    const { battery, runId } = await started();
    expect(granted(await startRun(context, { id: uuidv7(), batteryId: battery.id, technicianId })).id).toBe(
      runId,
    );
    const lithium = await registered({ type: 'lithium' });
    expect(
      messagesOf(await startRun(context, { id: uuidv7(), batteryId: lithium.id, technicianId }))[0],
    ).toContain('never graded');
    expect(await startRun(context, { id: uuidv7(), batteryId: uuidv7(), technicianId })).toMatchObject({
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
    expect(messagesOf(await captureReading(context, high))[0]).toContain('voltage under load: found 12.6');
    const hot = reading(runId, 'open_circuit', { volts: 12.5, temperatureC: 400 });
    expect(messagesOf(await captureReading(context, hot))).toEqual([
      'data/temperatureC: found 400, expected -50 to 90',
    ]);
    const stranger = reading(
      runId,
      'open_circuit',
      { volts: 12.5, temperatureC: 20 },
      { technicianId: uuidv7() },
    );
    expect(messagesOf(await answering(context, () => captureReading(context, stranger)))[0]).toContain(
      'Whoever is at the bench is not known here',
    );
    const elsewhere = reading(runId, 'withdrawal', {}, { supersedesId: uuidv7(), reason: 'slip' });
    expect(messagesOf(await captureReading(context, elsewhere))[0]).toContain(
      'expected a reading of this run',
    );
    expect(granted(await answerRun(context, runId)).readings).toHaveLength(4);
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
    const view = granted(await captureReading(context, right));
    expect(view.readings).toHaveLength(5);
    expect(view.readings.find(({ id }) => id === wrong?.id)).toEqual(wrong);
  });

  it('is finished once, keeps its assessment with versions, and can be reopened', async () => {
    const { battery, runId } = await started();
    await captureAll(runId, 12.65, 10.6);
    const finished = granted(await finishSeen(context, runId, technicianId));
    expect(finished.assessments).toHaveLength(1);
    expect(finished.assessments[0]).toMatchObject({
      verdict: 'serve',
      grade: 'A',
      rulesId: 'integra-standard',
      core: expect.any(String),
    });
    expect(granted(await finishSeen(context, runId, technicianId)).assessments).toHaveLength(1);

    const late = reading(runId, 'open_circuit', { volts: 12.6, temperatureC: 20 });
    expect(await captureReading(context, late)).toMatchObject({ ok: false, failure: 'conflict' });
    expect(granted(await reopenRun(context, { runId, technicianId })).run.finishedAtMs).toBeNull();
    granted(await captureReading(context, late));
    const again = granted(await finishSeen(context, runId, technicianId));
    expect(again.assessments).toHaveLength(2);
    expect((await batteryStory(context, battery.id))?.runs[0]?.assessment?.id).toBe(again.run.assessmentId);
  });

  it('that does not exist is said so', async () => {
    expect(await answerRun(context, uuidv7())).toMatchObject({ ok: false, failure: 'missing' });
    expect(await finishSeen(context, uuidv7(), technicianId)).toMatchObject({
      ok: false,
      failure: 'missing',
    });
  });
});

describe('a reading that cannot be', () => {
  const now = () => Date.now();

  it.each([
    [
      'of a moment that no calendar knows',
      { takenAtMs: 9_007_199_254_740_992 },
      'takenAtMs: found 9007199254740992',
    ],
    [
      'of a kind that every object has',
      { kind: '__proto__' },
      'kind: found "__proto__", expected one of identify',
    ],
    ['of a kind that every object inherits', { kind: 'constructor' }, 'kind: found "constructor"'],
    ['with a field of its prototype', { data: JSON.parse('{"__proto__":{"volts":12}}') }, 'data/'],
  ])('%s is refused by name, and the Floor and the run stay readable', async (_what, change, expected) => {
    const { runId } = await started();
    const bad = { ...reading(runId, 'open_circuit', { volts: 12.6, temperatureC: 20 }), ...change };
    expect(messagesOf(await captureReading(context, bad)).join('\n')).toContain(expected);
    expect(granted(await answerRun(context, runId)).readings).toEqual([]);
    expect((await floorView(context)).onBench.some((card) => card.runId === runId)).toBe(true);
  });

  it('from the future is refused, so that a tablet whose clock runs ahead decides nothing', async () => {
    const { runId } = await started();
    const ahead = reading(
      runId,
      'open_circuit',
      { volts: 12.7, temperatureC: 20 },
      { takenAtMs: now() + 3_600_000 },
    );
    expect(await captureReading(context, ahead)).toMatchObject({
      failure: 'conflict',
      problems: [{ field: 'takenAtMs' }],
    });
    const nearly = { ...ahead, takenAtMs: now() + 60_000 };
    expect((await captureReading(context, nearly)).ok).toBe(true);
  });

  it('stamped ahead of when it was stored comes before what was read later', async () => {
    const { runId } = await started();
    const first = reading(
      runId,
      'open_circuit',
      { volts: 12.7, temperatureC: 20 },
      { takenAtMs: now() + 100_000 },
    );
    granted(await captureReading(context, first));
    await new Promise((later) => setTimeout(later, 5));
    const second = reading(runId, 'open_circuit', { volts: 11.6, temperatureC: 20 }, { takenAtMs: now() });
    const { readings } = granted(await captureReading(context, second));
    expect(currentReadings(readings).openCircuit?.data.volts).toBe(11.6);
  });

  it('whose id stands in another run is not acknowledged', async () => {
    const [one, other] = [await started(), await started()];
    const taken = reading(one.runId, 'identify', { confirmed: true });
    granted(await captureReading(context, taken));
    expect(await captureReading(context, { ...taken, runId: other.runId })).toMatchObject({
      failure: 'conflict',
    });
    expect(granted(await answerRun(context, other.runId)).readings).toEqual([]);
    expect((await captureReading(context, taken)).ok).toBe(true);
  });

  it('does not say itself when it was stored', async () => {
    const { runId } = await started();
    const claimed = { ...reading(runId, 'identify', { confirmed: true }), recordedAtMs: 1 };
    const [stored] = granted(await captureReading(context, claimed)).readings;
    expect(stored?.recordedAtMs).toBeGreaterThan(1_700_000_000_000);
  });
});

describe('a run that is finished', () => {
  it('rests on the readings that were seen: others are told, and it stays open', async () => {
    const { runId } = await started();
    const seen = await captureAll(runId, 12.65, 10.6);
    const seenReadingIds = seen.readings.map(({ id }) => id);
    const late = reading(runId, 'inspection', {
      case: 'cracked',
      smell: 'none',
      terminals: 'ok',
      level: 'ok',
    });
    granted(await captureReading(context, late));
    const overtaken = await finishRun(context, { runId, technicianId, seenReadingIds });
    expect(overtaken).toMatchObject({
      failure: 'conflict',
      problems: [{ field: 'unseen', found: `"${late.id}"` }],
    });
    expect(granted(await answerRun(context, runId)).run.finishedAtMs).toBeNull();
    const unsent = await finishRun(context, {
      runId,
      technicianId,
      seenReadingIds: [...seenReadingIds, late.id, uuidv7()],
    });
    expect(unsent).toMatchObject({ failure: 'conflict', problems: [{ field: 'unsent' }] });
    const done = granted(
      await finishRun(context, { runId, technicianId, seenReadingIds: [...seenReadingIds, late.id] }),
    );
    expect(done.assessments[0]?.verdict).toBe('quarantine');
  });

  it('ends no earlier than it began, whatever the server’s clock says meanwhile', async () => {
    const { runId } = await started();
    const seen = await captureAll(runId, 12.65, 10.6);
    const clock = jest.spyOn(Date, 'now').mockReturnValue(1000);
    const seenReadingIds = seen.readings.map(({ id }) => id);
    const done = granted(await finishRun(context, { runId, technicianId, seenReadingIds }));
    clock.mockRestore();
    expect(done.run.finishedAtMs).toBeGreaterThanOrEqual(done.run.startedAtMs);
  });
});

describe('a run with something unreadable in it', () => {
  it('costs itself, named on the Floor, and bars neither the Floor, its page, nor the next run', async () => {
    const { battery, runId } = await started();
    const other = await started();
    granted(await captureReading(context, reading(runId, 'identify', { confirmed: true })));
    await context.store.write((transaction) =>
      transaction.run(
        sql`insert into readings (id, run_id, kind, data, taken_at_ms, recorded_at_ms, technician_id, instrument, forced)
          values (${uuidv7()}, ${runId}, 'load', '{"amps":"many","seconds":15,"volts":10,"temperatureC":20}', 1000, 1000, ${technicianId}, 'typed', 0)`,
      ),
    );
    changed('all');
    const { onBench } = await floorView(context);
    expect(onBench.find((card) => card.runId === runId)?.unreadable).toContain('amps: found "many"');
    expect(onBench.find((card) => card.runId === other.runId)?.unreadable).toBeNull();
    const view = granted(await answerRun(context, runId));
    expect(view.readings.map(({ kind }) => kind)).toEqual(['identify']);
    expect(view.unreadable).toHaveLength(1);
    expect(messagesOf(await finishSeen(context, runId, technicianId))[0]).toContain('comes to no verdict');
    const next = granted(await startRun(context, { id: uuidv7(), batteryId: battery.id, technicianId }));
    expect(next.id).not.toBe(runId);
  });

  it('under rules that nobody has here is shown, and says so', async () => {
    const { runId } = await started();
    await context.store.write((transaction) =>
      transaction.run(sql`update runs set rules_id = 'elsewhere', rules_version = 7 where id = ${runId}`),
    );
    changed('all');
    expect((await floorView(context)).onBench.find((card) => card.runId === runId)?.unreadable).toContain(
      'house rules: found "elsewhere, version 7"',
    );
    expect(granted(await answerRun(context, runId)).unreadable).toHaveLength(1);
  });
});

describe('the Floor', () => {
  it('shows open runs with where they stand, and what was finished on the site’s own day', async () => {
    const { battery, runId } = await started();
    await captureAll(runId, 12.2);
    const other = await started();
    await captureAll(other.runId, 12.65, 10.6);
    await finishSeen(context, other.runId, technicianId);
    const floor = await floorView(context);
    expect(floor.onBench.find((card) => card.runId === runId)).toMatchObject({
      ...{ tag: battery.tag, nextStep: 'charge', charging: false, unreadable: null },
    });
    expect(floor.doneToday.map((line) => line.runId)).toContain(other.runId);
    const tomorrow = await floorView({ ...context, now: () => Date.now() + 86_400_000 });
    expect(tomorrow.doneToday).toEqual([]);
  });
});

describe('answers over HTTP', () => {
  it.each([
    ['input', 422],
    ['missing', 404],
    ['conflict', 409],
    ['store', 503],
  ] as const)('carry %s as %i', (failure, status) => {
    expect(respond({ ok: false, problems: [], failure }).status).toBe(status);
  });
});
