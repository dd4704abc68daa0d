import { uuidv7 } from 'uuidv7';
import { type SiteSheet, sheetOf } from '@/core/exchange/site/site-sheet';
import { STANDARD_RULES } from '@/core/rules/standard-rules';
import { learnedHere } from '@/store/learned';
import { newestRuns } from '@/store/newest-runs';
import { outdate, takeOn } from '@/store/outdate';
import { keepOutlooks, outlookById } from '@/store/outlooks';
import { siteOf } from '@/store/sites';
import { granted } from './answers.test-support';
import { batteryStory, correctBattery } from './batteries';
import { correctInstrument, endCorrectionAsked } from './corrections';
import { readsOffView } from './fleet-answers';
import { keepOutlooksFresh, renewOutlooks } from './outlooks';
import { saveRules } from './rules';
import { captureReading, finishRun, reopenRun } from './runs';
import { newShop } from './shop.test-support';
import { saveSite } from './site';

const { shop, technicianId, registered, started, reading, captureAll, label } = newShop();
const renew = () => renewOutlooks(shop.context);
/** What everything in a test is read with. */
const INSTRUMENT = 'typed';
const outlook = (id: string) => shop.context.store.read((database) => outlookById(database, id));

async function tested(loadVolts: number, extra: Record<string, unknown> = {}) {
  const { battery, runId } = await started(extra);
  const view = await captureAll(runId, 12.68, loadVolts);
  const seenReadingIds = view.readings.map(({ id }) => id);
  granted(await finishRun(shop.context, { runId, technicianId, seenReadingIds }));
  return { id: battery.id, runId };
}

/** Waits for something to hold. */
async function until(holds: () => Promise<boolean>): Promise<void> {
  for (const endMs = Date.now() + 60_000; !(await holds()); await new Promise((go) => setTimeout(go, 20)))
    if (Date.now() > endMs) throw new Error('it never came to hold');
}

describe('what is expected of a battery', () => {
  it('is worked out from its finished runs, and a weak one is expected to fail sooner', async () => {
    const [good, weak] = [await tested(10.6), await tested(9.5)];
    expect(await renew()).toBeGreaterThanOrEqual(2);
    const [sound, worn] = [await outlook(good.id), await outlook(weak.id)];
    expect(sound?.tests).toBe(1);
    expect(sound?.healthPct).toBeGreaterThan(worn?.healthPct ?? 999);
    expect(sound?.fails365).toBeLessThan(worn?.fails365 ?? 0);
    expect(sound?.nextCheckMs).toBeGreaterThan(shop.context.now());
    expect(await renew()).toBe(0);
  });

  it('is its kind’s while nothing was read of it, and says so', async () => {
    const { id } = await registered({ fittedOn: '2025-06-01' });
    await renew();
    expect(await outlook(id)).toMatchObject({ tests: 0, nextCheckMs: null });
  });

  it('is worked out anew after another run, a run that was opened again, and a corrected label', async () => {
    const { id, runId } = await tested(10.6);
    await renew();
    const first = await outlook(id);
    const again = { runId, technicianId, readingId: uuidv7(), reason: 'wrong battery' };
    granted(await reopenRun(shop.context, again));
    expect(await renew()).toBe(1);
    expect(await outlook(id)).toMatchObject({ tests: 0 });
    const body = {
      id,
      technicianId,
      label: label({ tag: `L-${id.slice(-6)}`, type: 'agm' }),
      seenRevision: 1,
    };
    granted(await correctBattery(shop.context, body));
    expect(await renew()).toBe(1);
    expect((await outlook(id))?.crossP50Ms).not.toBe(first?.crossP50Ms);
  });

  it('says beside it what one that starts will hold, once a discharge has shown what it holds', async () => {
    const held = async (id: string) => (await batteryStory(shop.context, id))?.held;
    const { battery, runId } = await started({
      duty: 'both',
      c20Ah: 100,
      ratings: [{ standard: 'SAE', amps: 700 }],
    });
    expect(await held(battery.id)).toBeNull();
    await captureAll(runId, 12.7, 10.6);
    const shown = { amps: 5, minutes: 1020, earlyVolts: 12.5, endVolts: 10.5, temperatureC: 25 };
    const view = granted(await captureReading(shop.context, reading(runId, 'discharge', shown)));
    const seenReadingIds = view.readings.map(({ id }) => id);
    granted(await finishRun(shop.context, { runId, technicianId, seenReadingIds }));
    const story = await held(battery.id);
    expect(story?.linePct).toBe(STANDARD_RULES.capacity.retirePct);
    expect(story?.figures.tests).toBe(1);
    // 85 Ah of 100, drawn a little toward what its kind holds.
    expect(story?.figures.healthPct).toBeGreaterThan(82);
    expect(story?.figures.healthPct).toBeLessThan(92);
  });

  it('says nothing of what these rules do not grade', async () => {
    const { id } = await registered({ type: 'lithium' });
    await renew();
    expect(await outlook(id)).toBeUndefined();
    expect(await renew()).toBe(0);
  });

  it('is kept up to date by itself, until that is ended', async () => {
    const end = keepOutlooksFresh(shop.context);
    const { id } = await tested(10.2);
    await until(async () => (await outlook(id))?.tests === 1);
    await end();
    const { id: later } = await tested(10.1);
    expect(await outlook(later)).toBeUndefined();
  });
});

describe('what is being worked out', () => {
  const taken = async (id: string) => {
    const ids = await shop.context.store.write((transaction) => takeOn(transaction, 500));
    expect(ids).toContain(id);
    return ids;
  };
  const keep = (ids: readonly string[], outlook: Awaited<ReturnType<typeof outlookById>>, madeAtMs: number) =>
    shop.context.store.write((transaction) =>
      keepOutlooks(
        transaction,
        ids,
        outlook ? ids.map((batteryId) => ({ ...outlook, batteryId, madeAtMs })) : [],
      ),
    );

  it('is worked out after all where the server went away over it', async () => {
    await renew();
    const { id } = await tested(10.3);
    await taken(id);
    expect(await renew()).toBe(0);
    const end = keepOutlooksFresh(shop.context);
    await until(async () => (await outlook(id))?.tests === 1);
    await end();
  });

  it('is out of date still where something has changed meanwhile', async () => {
    await renew();
    const { id } = await tested(10.3);
    await renew();
    const before = await outlook(id);
    await shop.context.store.write((transaction) => outdate(transaction, [id]));
    const ids = await taken(id);
    await shop.context.store.write((transaction) => outdate(transaction, [id]));
    await keep(ids, before, shop.context.now());
    expect(await renew()).toBe(1);
  });

  it('never takes the place of what was worked out later, and keeps every figure as it was', async () => {
    const { id } = await tested(10.3);
    await renew();
    const now = await outlook(id);
    await keep([id], now && { ...now, healthPct: 12 }, (now?.madeAtMs ?? 0) - 1);
    expect(await outlook(id)).toEqual(now);
    await keep([id], now, (now?.madeAtMs ?? 0) + 1);
    expect(await outlook(id)).toEqual({ ...now, madeAtMs: (now?.madeAtMs ?? 0) + 1 });
  });
});

it('what a fleet of a handful says of itself is nothing', async () => {
  await renew();
  const learned = await shop.context.store.read(learnedHere);
  expect(learned.leftovers.instrument.size).toBe(0);
});

describe('an instrument that is corrected from a day on', () => {
  const correct = (change: Record<string, unknown>) =>
    correctInstrument(shop.context, {
      id: uuidv7(),
      technicianId,
      instrument: INSTRUMENT,
      reason: 'held against a new one',
      ...change,
    });
  const today = () => new Date(shop.context.now()).toISOString().slice(0, 10);

  it('has so much taken out of what is expected, and the verdict stays as it was', async () => {
    const { id, runId } = await tested(10.4);
    await renew();
    const before = await outlook(id);
    const verdict = await shop.context.store.read((database) => newestRuns(database, [id]));
    const correctionId = uuidv7();
    granted(await correct({ id: correctionId, fromOn: today(), pct: 6 }));
    await renew();
    const after = await outlook(id);
    // What a kind is taken to be pulls one reading toward itself, so not all of the six points show.
    expect((before?.healthPct ?? 0) - (after?.healthPct ?? 0)).toBeGreaterThan(2);
    expect((before?.healthPct ?? 0) - (after?.healthPct ?? 0)).toBeLessThan(6.5);
    const still = await shop.context.store.read((database) => newestRuns(database, [id]));
    expect(still.get(id)).toEqual(verdict.get(id));
    expect(still.get(id)?.runId).toBe(runId);
    expect((await readsOffView(shop.context)).corrections).toMatchObject([
      { id: correctionId, instrument: INSTRUMENT, pct: 6, reason: 'held against a new one' },
    ]);
    granted(await endCorrectionAsked(shop.context, { id: correctionId, technicianId }));
    await renew();
    expect((await outlook(id))?.healthPct).toBeCloseTo(before?.healthPct ?? 0, 6);
    expect((await readsOffView(shop.context)).corrections).toEqual([]);
  });

  it('has nothing taken out of what was read before that day', async () => {
    const { id } = await tested(10.4);
    await renew();
    const before = await outlook(id);
    const later = new Date(shop.context.now() + 3 * 86_400_000).toISOString().slice(0, 10);
    const correctionId = uuidv7();
    granted(await correct({ id: correctionId, fromOn: later, pct: -8 }));
    await renew();
    expect((await outlook(id))?.healthPct).toBeCloseTo(before?.healthPct ?? 0, 6);
    granted(await endCorrectionAsked(shop.context, { id: correctionId, technicianId }));
  });

  it('is refused by name where it is none', async () => {
    expect(await correct({ fromOn: today(), pct: 0 })).toMatchObject({ ok: false, failure: 'input' });
    expect(await correct({ fromOn: today(), pct: 80 })).toMatchObject({ ok: false, failure: 'input' });
    expect(await correct({ fromOn: '31.1.2026', pct: 3 })).toMatchObject({ ok: false, failure: 'input' });
    expect(await correct({ fromOn: today(), pct: 3, instrument: 'Never seen' })).toMatchObject({
      ok: false,
      failure: 'missing',
    });
  });
});

describe('what the whole site says', () => {
  /** The same context as the next request sees it. */
  const afterwards = async () => {
    const site = await shop.context.store.read(siteOf);
    if (!site) throw new Error('there is a site');
    return { ...shop.context, site };
  };
  const settle = async (change: Partial<SiteSheet>) => {
    const context = await afterwards();
    const sheet = { ...sheetOf(context.site), ...change };
    granted(await saveSite(context, { technicianId, seenRevision: context.site.revision, sheet }));
    await renew();
  };

  it('counts for every battery: in the heat one of which nothing was read is expected to last less long', async () => {
    const { id } = await registered({ fittedOn: '2025-06-01' });
    await renew();
    const mild = await outlook(id);
    await settle({ climate: 'hot' });
    const hot = await outlook(id);
    expect(hot?.crossP50Ms).toBeLessThan(mild?.crossP50Ms ?? 0);
    await settle({ climate: 'mild' });
    expect((await outlook(id))?.crossP50Ms).toBe(mild?.crossP50Ms);
  });

  it('is worked out anew where another line is drawn by the house', async () => {
    const { id } = await tested(10.4);
    await renew();
    const before = await outlook(id);
    const context = await afterwards();
    const health = { ...STANDARD_RULES.health, retirePct: STANDARD_RULES.health.retirePct + 6 };
    const rules = { ...STANDARD_RULES, health, name: 'Stricter' };
    granted(await saveRules(context, { rules, technicianId, seenVersion: 0, reason: 'a hard winter' }));
    expect(await renew()).toBeGreaterThan(0);
    expect((await outlook(id))?.crossP50Ms).toBeLessThan(before?.crossP50Ms ?? 0);
  });
});
