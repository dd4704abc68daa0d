import { uuidv7 } from 'uuidv7';
import { reopenings } from '@/core/steps/course';
import { answering } from './answer';
import { granted, messagesOf } from './answers.test-support';
import { batteryStory } from './batteries';
import { finishSeen } from './files.test-support';
import { answerRun, captureReading, finishRun, reopenRun, startRun } from './runs';
import { newShop } from './shop.test-support';

const { shop, technicianId, registered, started, reading, captureAll } = newShop();

describe('a run', () => {
  it('starts once on a battery, and not on one that these rules do not know', async () => {
    const { battery, runId } = await started();
    expect(
      granted(await startRun(shop.context, { id: uuidv7(), batteryId: battery.id, technicianId })).id,
    ).toBe(runId);
    const lithium = await registered({ type: 'lithium' });
    expect(
      messagesOf(await startRun(shop.context, { id: uuidv7(), batteryId: lithium.id, technicianId }))[0],
    ).toContain('never graded');
    expect(await startRun(shop.context, { id: uuidv7(), batteryId: uuidv7(), technicianId })).toMatchObject({
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
    expect(view.rules).toMatchObject({ id: 'integra-standard', version: 6 });
  });

  it('refuses what cannot be, naming it, and stores nothing of it', async () => {
    const { runId } = await started();
    await captureAll(runId, 12.5);
    const high = reading(runId, 'load', { amps: 285, seconds: 15, volts: 12.6, temperatureC: 20 });
    expect(messagesOf(await captureReading(shop.context, high))[0]).toContain(
      'voltage under load: found 12.6',
    );
    const hot = reading(runId, 'open_circuit', { volts: 12.5, temperatureC: 400 });
    expect(messagesOf(await captureReading(shop.context, hot))).toEqual([
      'data/temperatureC: found 400, expected -50 to 90',
    ]);
    const stranger = reading(
      runId,
      'open_circuit',
      { volts: 12.5, temperatureC: 20 },
      { technicianId: uuidv7() },
    );
    expect(
      messagesOf(await answering(shop.context, () => captureReading(shop.context, stranger)))[0],
    ).toContain('Whoever is at the bench is not known here');
    const elsewhere = reading(runId, 'withdrawal', {}, { supersedesId: uuidv7(), reason: 'slip' });
    expect(messagesOf(await captureReading(shop.context, elsewhere))[0]).toContain(
      'expected a reading of this run',
    );
    expect(granted(await answerRun(shop.context, runId)).readings).toHaveLength(4);
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
    const view = granted(await captureReading(shop.context, right));
    expect(view.readings).toHaveLength(5);
    expect(view.readings.find(({ id }) => id === wrong?.id)).toEqual(wrong);
  });

  it('is finished once, keeps its assessment with versions, and can be reopened', async () => {
    const { battery, runId } = await started();
    await captureAll(runId, 12.65, 10.6);
    const finished = granted(await finishSeen(shop.context, runId, technicianId));
    expect(finished.assessments).toHaveLength(1);
    expect(finished.assessments[0]).toMatchObject({
      verdict: 'serve',
      grade: 'A',
      rulesId: 'integra-standard',
      core: expect.any(String),
    });
    expect(granted(await finishSeen(shop.context, runId, technicianId)).assessments).toHaveLength(1);

    const late = reading(runId, 'open_circuit', { volts: 12.6, temperatureC: 20 });
    expect(await captureReading(shop.context, late)).toMatchObject({ ok: false, failure: 'conflict' });
    const asked = { runId, technicianId, readingId: uuidv7() };
    expect(messagesOf(await reopenRun(shop.context, { ...asked, reason: ' ' }))[0]).toContain('reason');
    const reopened = granted(await reopenRun(shop.context, { ...asked, reason: 'A reading is missing' }));
    expect(reopened.run.finishedAtMs).toBeNull();
    expect(reopenings(reopened.readings)).toMatchObject([
      { technicianId, data: { reason: 'A reading is missing' } },
    ]);
    // Sent twice it is opened once, and says so once.
    const twice = granted(await reopenRun(shop.context, { ...asked, reason: 'A reading is missing' }));
    expect(reopenings(twice.readings)).toHaveLength(1);
    granted(await captureReading(shop.context, late));
    const again = granted(await finishSeen(shop.context, runId, technicianId));
    expect(again.assessments).toHaveLength(2);
    expect((await batteryStory(shop.context, battery.id))?.runs[0]?.assessment?.id).toBe(
      again.run.assessmentId,
    );
  });

  it('that does not exist is said so', async () => {
    expect(await answerRun(shop.context, uuidv7())).toMatchObject({ ok: false, failure: 'missing' });
    expect(await finishSeen(shop.context, uuidv7(), technicianId)).toMatchObject({
      ok: false,
      failure: 'missing',
    });
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
    granted(await captureReading(shop.context, late));
    const overtaken = await finishRun(shop.context, { runId, technicianId, seenReadingIds });
    expect(overtaken).toMatchObject({
      failure: 'conflict',
      problems: [{ field: 'unseen', found: `"${late.id}"` }],
    });
    expect(granted(await answerRun(shop.context, runId)).run.finishedAtMs).toBeNull();
    const unsent = await finishRun(shop.context, {
      runId,
      technicianId,
      seenReadingIds: [...seenReadingIds, late.id, uuidv7()],
    });
    expect(unsent).toMatchObject({ failure: 'conflict', problems: [{ field: 'unsent' }] });
    const done = granted(
      await finishRun(shop.context, { runId, technicianId, seenReadingIds: [...seenReadingIds, late.id] }),
    );
    expect(done.assessments[0]?.verdict).toBe('quarantine');
  });

  it('ends no earlier than it began, whatever the server’s clock says meanwhile', async () => {
    const { runId } = await started();
    const seen = await captureAll(runId, 12.65, 10.6);
    const clock = vi.spyOn(Date, 'now').mockReturnValue(1000);
    const seenReadingIds = seen.readings.map(({ id }) => id);
    const done = granted(await finishRun(shop.context, { runId, technicianId, seenReadingIds }));
    clock.mockRestore();
    expect(done.run.finishedAtMs).toBeGreaterThanOrEqual(done.run.startedAtMs);
  });
});
