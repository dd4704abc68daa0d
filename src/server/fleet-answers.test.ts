import Papa from 'papaparse';
import { uuidv7 } from 'uuidv7';
import { LIST_QUESTIONS } from '@/core/exchange/fleet-query';
import type { CheckView } from '@/core/exchange/views';
import { granted } from './answers.test-support';
import { finishCheck, startCheck } from './checks';
import { coldView } from './cold';
import { comingUp } from './coming-up';
import { idleBatteries, readsOff, storeC, wearingVehicles } from './fleet-answers';
import { fleetCsv } from './fleet-csv';
import { fleetPage } from './fleet-list';
import { bringMornings, dropMornings } from './mornings';
import { renewOutlooks } from './outlooks';
import { captureAnywhere, finishRun } from './runs';
import { newShop } from './shop.test-support';
import { keepVehicleAsked, moveBatteryAsked } from './vehicles';

const { shop, technicianId, started, captureAll, reading } = newShop();
const DAY_MS = 86_400_000;

async function tested(loadVolts: number, extra: Record<string, unknown> = {}) {
  const { battery, runId } = await started({ place: '', ...extra });
  const view = await captureAll(runId, 12.68, loadVolts);
  const seenReadingIds = view.readings.map(({ id }) => id);
  granted(await finishRun(shop.context, { runId, technicianId, seenReadingIds }));
  return battery;
}
const checkReading = (runId: string, of: string, value: number, temperatureC: number | null = null) =>
  reading(runId, 'check_reading', {
    of,
    value,
    state: null,
    segment: null,
    amps: null,
    engine: null,
    loads: null,
    minutes: null,
    temperatureC,
    unfit: false,
  });
let serial = 0;
async function vehicle() {
  const known = { id: uuidv7(), name: `Tug ${++serial}`, class: 'boat', site: 'Quay' };
  granted(await keepVehicleAsked(shop.context, { technicianId, vehicle: known, seenRevision: null }));
  return known;
}
const day = (ago: number) => new Date(shop.context.now() - ago * DAY_MS).toISOString().slice(0, 10);
const fitted = async (batteryId: string, vehicleId: string, ago: number) =>
  granted(
    await moveBatteryAsked(shop.context, {
      technicianId,
      batteryId,
      onDay: day(ago),
      to: { slotId: uuidv7(), vehicleId, name: '' },
    }),
  );

describe('the fleet', () => {
  it('stands in each order, page by page, and what is scrapped stands aside', async () => {
    const volts = [10.8, 10.5, 10.2, 9.9, 10.65, 10.35];
    const units: { id: string; tag: string }[] = [];
    for (const load of volts) {
      const unit = await tested(load);
      await fitted(unit.id, (await vehicle()).id, 1);
      units.push(unit);
    }
    const loose = await tested(10.4);
    const scrapped = await tested(10.8, { place: 'Scrap pallet' });
    const retired = await tested(8.2);
    await renewOutlooks(shop.context);
    const ids = new Set(units.map(({ id }) => id));
    for (const order of ['first', 'winter', 'aging', 'due'] as const) {
      const met: string[] = [];
      let after: string | null = null;
      do {
        const page = await fleetPage(
          shop.context,
          { ...LIST_QUESTIONS[order], columns: [] },
          { after, limit: 2 },
        );
        met.push(...page.rows.map(({ battery }) => battery.id));
        after = page.next;
      } while (after !== null);
      expect(new Set(met).size).toBe(met.length);
      for (const id of ids) expect(met).toContain(id);
      expect(met).not.toContain(scrapped.id);
      // What sits nowhere cannot let anybody down; it is looked at again all the same.
      expect(met.includes(loose.id)).toBe(order === 'aging' || order === 'due');
      expect(met).not.toContain(retired.id);
    }
    const { rows } = await fleetPage(shop.context, LIST_QUESTIONS.first);
    const costs = rows.map(({ outlook }) => outlook.waitCost ?? Number.NaN);
    expect(costs).toEqual([...costs].sort((one, other) => other - one));
    // A boat that stands still: callout and 300 of a day, by the chance of it.
    for (const { outlook } of rows) expect(outlook.waitCost).toBeCloseTo(outlook.fails90 * 550, 6);
    const aging = (await fleetPage(shop.context, LIST_QUESTIONS.aging)).rows.map(
      ({ outlook }) => outlook.slopePct,
    );
    expect(aging).toEqual([...aging].sort((one, other) => one - other));
    expect(
      (await fleetPage(shop.context, LIST_QUESTIONS.first, { after: 'no place at all' })).rows.length,
    ).toBe(rows.length);
  });

  it('names the vehicle that wears its batteries out', async () => {
    const [hard, soft] = [await vehicle(), await vehicle()];
    const spans = [
      [hard.id, [700, 500, 300, 100]],
      [soft.id, [1300, 700, 50]],
    ] as const;
    for (const [vehicleId, days] of spans) {
      for (const ago of days) await fitted((await tested(10.6)).id, vehicleId, ago);
    }
    const worn = await wearingVehicles(shop.context);
    const [one, other] = [hard, soft].map(({ id }) => worn.find((vehicle) => vehicle.id === id));
    // Three at 140 and 40 of labour each.
    expect(one).toMatchObject({ gone: 3, cost: 540 });
    expect(other).toMatchObject({ gone: 2 });
    expect(one?.times).toBeLessThan(other?.times ?? 0);
    expect(worn.indexOf(one as never)).toBeLessThan(worn.indexOf(other as never));
  });

  it('lists what stands unused by when it is to be charged again, and nothing that sits in a vehicle', async () => {
    const [idle, sits] = [await tested(10.6), await tested(10.6)];
    await fitted(sits.id, (await vehicle()).id, 1);
    await renewOutlooks(shop.context);
    const all = await idleBatteries(shop.context);
    const mine = all.find(({ battery }) => battery.id === idle.id);
    expect(mine?.nowPct).toBeLessThanOrEqual(mine?.readPct ?? 0);
    expect(all.some(({ battery }) => battery.id === sits.id)).toBe(false);
    const dates = all.map(({ topUpByMs }) => topUpByMs);
    expect(dates).toEqual([...dates].sort((one, other) => one - other));
  });

  it('tells the Floor what is due in a vehicle, once its day has come', async () => {
    const unit = await tested(10.6);
    const loose = await tested(10.6);
    await fitted(unit.id, (await vehicle()).id, 1);
    await renewOutlooks(shop.context);
    const dueNow = async (days: number) =>
      granted(await comingUp({ ...shop.context, now: () => shop.context.now() + days * DAY_MS }));
    expect((await dueNow(0)).due.map(({ id }) => id)).not.toContain(unit.id);
    const later = await dueNow(500);
    expect(later.dueCount).toBeGreaterThan(0);
    expect(later.due.length).toBeLessThanOrEqual(5);
    expect(later.due.map(({ id }) => id)).not.toContain(loose.id);
    expect(later.due.every(({ dueMs }) => dueMs <= shop.context.now() + 500 * DAY_MS)).toBe(true);
    expect(later.atRisk).toEqual([]);
  });

  it('tells the Floor what was found low, and what runs low on its shelf', async () => {
    const { battery: low, runId } = await started({ place: 'Bay 3' });
    const view = await captureAll(runId, 12.2, 10.4);
    const seenReadingIds = view.readings.map(({ id }) => id);
    granted(await finishRun(shop.context, { runId, technicianId, seenReadingIds }));
    const shelf = await tested(10.6);
    await renewOutlooks(shop.context);
    const floorIn = async (days: number) =>
      granted(await comingUp({ ...shop.context, now: () => shop.context.now() + days * DAY_MS }));
    const [first] = (await floorIn(0)).toCharge;
    expect(first).toMatchObject({ id: low.id, where: 'Bay 3', leftPct: null });
    const later = await floorIn(900);
    expect(later.toChargeCount).toBeGreaterThan((await floorIn(0)).toChargeCount);
    expect((await idleBatteries(shop.context)).some(({ battery }) => battery.id === shelf.id)).toBe(true);
  });

  it('looks sooner at what must not fail: a boat before a van', async () => {
    const checks: number[] = [];
    for (const vehicleClass of ['boat', 'van']) {
      const unit = await tested(10.2, { fittedOn: day(700) });
      const known = { id: uuidv7(), name: `${vehicleClass} ${++serial}`, class: vehicleClass, site: 'Quay' };
      granted(await keepVehicleAsked(shop.context, { technicianId, vehicle: known, seenRevision: null }));
      await fitted(unit.id, known.id, 1);
      await renewOutlooks(shop.context);
      const { rows } = await fleetPage(shop.context, { ...LIST_QUESTIONS.due, words: unit.tag });
      checks.push(rows[0]?.outlook.nextCheckMs ?? Number.NaN);
    }
    expect(checks[0]).toBeLessThan(checks[1] ?? 0);
  });

  it('tells which vehicle the cold puts at risk, and what would help', async () => {
    const worn = await tested(9.2, { fittedOn: day(1800) });
    const id = uuidv7();
    const known = { id, name: 'Plough 9', class: 'plough', site: 'Depot', engine: 'diesel_heavy' };
    granted(await keepVehicleAsked(shop.context, { technicianId, vehicle: known, seenRevision: null }));
    await fitted(worn.id, id, 3);
    await renewOutlooks(shop.context);
    const winter = { ...shop.context, now: () => Date.UTC(2027, 0, 14, 8) };
    const coming = granted(await comingUp(winter));
    expect(coming.atRisk.map(({ name }) => name)).toContain('Plough 9');
    const { vehicles } = await coldView(winter);
    const mine = vehicles.find((vehicle) => vehicle.id === id);
    expect(mine).toMatchObject({ measured: false, tags: { [worn.id]: worn.tag } });
    expect(mine?.ready.units).toHaveLength(1);
    expect(await fleetCsv(winter, 'cold')).toContain('Plough 9');
  });

  it('goes by what a start of its own took, else by its kind in its own system', async () => {
    const begun = async (systemVolts: 12 | 24, amps: number | null) => {
      const battery = await tested(10.6);
      const known = { id: uuidv7(), name: `Van ${++serial}`, class: 'van', site: 'Depot', systemVolts };
      const asked = { technicianId, vehicle: { ...known, engine: 'diesel_heavy' }, seenRevision: null };
      granted(await keepVehicleAsked(shop.context, asked));
      await fitted(battery.id, known.id, 3);
      if (amps === null) return known.id;
      const check = { id: uuidv7(), vehicleId: known.id, technicianId };
      const runId = granted(await startCheck(shop.context, check)).id;
      await captureAnywhere(shop.context, checkReading(runId, 'crank_a', amps));
      const rest = checkReading(runId, 'rest_v', 1.05 * systemVolts, 20);
      const view = granted(await captureAnywhere(shop.context, rest)) as CheckView;
      const seenReadingIds = view.readings.map(({ id }) => id);
      granted(await finishCheck(shop.context, { runId, technicianId, seenReadingIds }));
      return known.id;
    };
    const [single, double, unread] = [await begun(12, 480), await begun(24, 240), await begun(24, null)];
    await renewOutlooks(shop.context);
    const { vehicles } = await coldView(shop.context);
    const of = (id: string) => vehicles.find((one) => one.id === id);
    expect(of(single)).toMatchObject({ measured: true, ready: { warmAmps: { value: 480 } } });
    expect(of(double)).toMatchObject({ measured: true, ready: { warmAmps: { value: 240 } } });
    // A heavy diesel takes 500 A at 12 V, half of it at 24 V.
    expect(of(unread)).toMatchObject({ measured: false, ready: { warmAmps: { value: 250 } } });
  });

  it('goes by the charge that a battery was left at, until its vehicle has made its own of it', async () => {
    const chargeOf = async (volts: number, days: number) => {
      const { battery, runId } = await started({ place: '' });
      const view = await captureAll(runId, volts, 10.4);
      const seenReadingIds = view.readings.map(({ id }) => id);
      granted(await finishRun(shop.context, { runId, technicianId, seenReadingIds }));
      const known = {
        id: uuidv7(),
        name: `Van ${++serial}`,
        class: 'van',
        site: 'Depot',
        engine: 'petrol_four',
      };
      granted(await keepVehicleAsked(shop.context, { technicianId, vehicle: known, seenRevision: null }));
      await fitted(battery.id, known.id, 1);
      await renewOutlooks(shop.context);
      const { vehicles } = await coldView({ ...shop.context, now: () => shop.context.now() + days * DAY_MS });
      return vehicles.find(({ id }) => id === known.id)?.ready.units[0]?.charge.value ?? Number.NaN;
    };
    const full = await chargeOf(12.74, 0);
    expect(full).toBeGreaterThan(97);
    expect(await chargeOf(12.5, 0)).toBeLessThan(full - 8);
    expect(await chargeOf(12.74, 100)).toBeCloseTo(86, 0);
  });

  it('goes out as CSV, each question by itself', async () => {
    for (const ask of [
      'waiting',
      'slope',
      'crossing',
      'check',
      'buy',
      'vehicles',
      'idle',
      'instruments',
      'no such',
    ]) {
      const { data, meta } = Papa.parse<Record<string, string>>(await fleetCsv(shop.context, ask), {
        header: true,
        skipEmptyLines: true,
      });
      expect(meta.fields?.length).toBeGreaterThan(3);
      if (ask !== 'instruments') expect(data.length).toBeGreaterThan(0);
    }
    expect(await readsOff(shop.context)).toEqual([]);
  });
});

describe('the mornings of a site', () => {
  it('come from its own file, as far as that lies ahead, else they are simulated', async () => {
    const simulated = await coldView(shop.context);
    expect(simulated.isOwn).toBe(false);
    const ahead = (days: number) => day(-days);
    const text = `day,low_c\n${day(1)},-30\n${ahead(0)},-14\n${ahead(1)},3\n`;
    expect(granted(await bringMornings(shop.context, { text }))).toEqual({ ahead: 2 });
    expect(await coldView(shop.context)).toMatchObject({
      isOwn: true,
      mornings: [
        { day: ahead(0), lowC: -14 },
        { day: ahead(1), lowC: 3 },
      ],
    });
    // A file that is wrong somewhere leaves what was there.
    expect(await bringMornings(shop.context, { text: 'day,low_c\nyesterday,-3' })).toMatchObject({
      ok: false,
    });
    expect((await coldView(shop.context)).mornings).toHaveLength(2);
    expect(granted(await bringMornings(shop.context, { text: `day,low_c\n${day(5)},-9` }))).toEqual({
      ahead: 0,
    });
    expect((await coldView(shop.context)).isOwn).toBe(false);
    granted(await dropMornings(shop.context));
    expect((await coldView(shop.context)).mornings).toEqual(simulated.mornings);
  });

  it('and the warmth of its store decide when what stands idle is charged again', async () => {
    const [cool, warm] = [await idleBatteries(shop.context, 0), await idleBatteries(shop.context, 30)];
    const fullest = cool.at(-1);
    const same = warm.find(({ battery }) => battery.id === fullest?.battery.id);
    expect(same?.topUpByMs).toBeLessThan(fullest?.topUpByMs ?? 0);
    expect([storeC(undefined), storeC('30'), storeC('900'), storeC('x')]).toEqual([10, 30, 10, 10]);
  });
});
