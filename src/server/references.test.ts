import { uuidv7 } from 'uuidv7';
import type { BatteryStory } from '@/core/exchange/views';
import { granted } from './answers.test-support';
import { batteryStory, correctBattery } from './batteries';
import type { Context } from './context';
import { finishSeen } from './files.test-support';
import { captureReading, reopenRun, runView, startRun } from './runs';
import { newShop } from './shop.test-support';

const { shop, technicianId, registered, reading, captureAll } = newShop();

const DAY_MS = 86_400_000;
const today = () => new Date().toISOString().slice(0, 10);
const daysLater = (days: number): Context => ({ ...shop.context, now: () => Date.now() + days * DAY_MS });

async function begun(batteryId: string, days: number): Promise<string> {
  return granted(await startRun(daysLater(days), { id: uuidv7(), batteryId, technicianId })).id;
}

/** A run of some days from now that ends with this voltage under load. */
async function tested(batteryId: string, days: number, loadVolts: number): Promise<string> {
  const runId = await begun(batteryId, days);
  await captureAll(runId, 12.65, loadVolts);
  granted(await finishSeen(daysLater(days), runId, technicianId));
  return runId;
}

const storyOf = async (id: string): Promise<BatteryStory> => {
  const story = await batteryStory(shop.context, id);
  if (!story) throw new Error('it is registered');
  return story;
};
const referenceIn = async (runId: string) => (await runView(shop.context, runId))?.battery.reference ?? null;

describe('what a unit read when it was new', () => {
  it('is made by its first finished tests, and every later run is told against it', async () => {
    const battery = await registered({ fittedOn: today() });
    const first = await tested(battery.id, 0, 10.5);
    const own = (await storyOf(battery.id)).firstTests;
    expect(own).toMatchObject([{ runId: first, method: 'load', pct: expect.closeTo(93, 0) }]);
    const later = await begun(battery.id, 300);
    expect(await referenceIn(later)).toMatchObject({ loads: 1, loadPct: expect.closeTo(93, 0) });
    await captureAll(later, 12.65, 10.2);
    const done = granted(await finishSeen(daysLater(300), later, technicianId));
    const judged = done.assessments[0];
    expect(judged?.assessment.estimates.load?.referredTo).toMatchObject({ tests: 1 });
    expect(judged?.evidence.battery.reference).toEqual(await referenceIn(later));
  });

  it('never tells a test against itself, nor against a later one', async () => {
    const battery = await registered({ fittedOn: today() });
    const first = await tested(battery.id, 0, 10.5);
    const second = await tested(battery.id, 60, 10.6);
    expect(await referenceIn(first)).toBeNull();
    expect(await referenceIn(second)).toMatchObject({ loads: 1 });
    expect((await storyOf(battery.id)).battery.reference).toMatchObject({ loads: 2 });
  });

  it('does without a run that is open again, without one past the half year, and without a fitting day', async () => {
    const battery = await registered({ fittedOn: today() });
    const first = await tested(battery.id, 0, 10.5);
    await tested(battery.id, 200, 10.5);
    expect((await storyOf(battery.id)).firstTests).toHaveLength(1);
    granted(
      await reopenRun(shop.context, {
        runId: first,
        technicianId,
        readingId: uuidv7(),
        reason: 'The rating was another',
      }),
    );
    expect((await storyOf(battery.id)).firstTests).toEqual([]);
    const undated = await registered();
    await tested(undated.id, 0, 10.5);
    expect((await storyOf(undated.id)).firstTests).toEqual([]);
  });

  it('is not taken from a used unit, nor from one that was here before it was fitted', async () => {
    const bought = await registered({ fittedOn: today() });
    const runId = await begun(bought.id, 0);
    await captureReading(shop.context, reading(runId, 'complaint', { symptom: 'used_unit' }));
    await captureAll(runId, 12.65, 10.5);
    granted(await finishSeen(shop.context, runId, technicianId));
    expect((await storyOf(bought.id)).firstTests).toEqual([]);

    const moved = await registered({ fittedOn: today() });
    await tested(moved.id, -90, 10.5);
    await tested(moved.id, 0, 10.5);
    expect((await storyOf(moved.id)).firstTests).toEqual([]);
  });

  it('can be left out from a moment on, and counted again; a label that is put right keeps that', async () => {
    const battery = await registered({ fittedOn: today() });
    await tested(battery.id, 0, 10.5);
    const correct = async (over: object) => {
      const { id, revision, reference: _workedOut, ...label } = (await storyOf(battery.id)).battery;
      const body = { id, technicianId, label: { ...label, ...over }, seenRevision: revision };
      granted(await correctBattery(shop.context, body));
    };
    await correct({ referenceFromMs: Date.now() + 1 });
    expect((await storyOf(battery.id)).firstTests).toEqual([]);
    expect((await storyOf(battery.id)).battery).not.toHaveProperty('reference');
    await tested(battery.id, 30, 10.6);
    expect((await storyOf(battery.id)).battery.reference).toMatchObject({ loads: 1 });
    await correct({ referenceFromMs: null });
    expect((await storyOf(battery.id)).battery.reference).toMatchObject({ loads: 2 });
  });

  it('is told against the label as it is put right', async () => {
    const battery = await registered({ fittedOn: today() });
    await tested(battery.id, 0, 10.5);
    const { id, revision, reference: _workedOut, ...label } = (await storyOf(battery.id)).battery;
    const before = (await storyOf(battery.id)).firstTests[0]?.pct ?? 0;
    const ratings = [{ standard: 'SAE', amps: 600 }];
    const body = { id, technicianId, label: { ...label, ratings }, seenRevision: revision };
    granted(await correctBattery(shop.context, body));
    // The load that it was given is no longer the rated one: it says nothing of the unit when new.
    expect(before).toBeGreaterThan(85);
    expect((await storyOf(battery.id)).firstTests).toEqual([]);
  });
});
