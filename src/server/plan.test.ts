import Papa from 'papaparse';
import { uuidv7 } from 'uuidv7';
import { LIST_QUESTIONS } from '@/core/exchange/fleet-query';
import { STANDARD_COSTS } from '@/core/planning/costs';
import { granted } from './answers.test-support';
import { fleetCsv } from './fleet-csv';
import { fleetPage } from './fleet-list';
import { renewOutlooks } from './outlooks';
import { planView, saveCosts } from './plan';
import { finishRun } from './runs';
import { newShop } from './shop.test-support';
import { keepVehicleAsked, moveBatteryAsked } from './vehicles';

const { shop, technicianId, started, captureAll } = newShop();
const DAY_MS = 86_400_000;
const day = (ago: number) => new Date(shop.context.now() - ago * DAY_MS).toISOString().slice(0, 10);

/** A battery that was tested, in a vehicle of a class. */
async function seatedUnit(loadVolts: number, vehicleId: string, years: number) {
  const { battery, runId } = await started({ place: '', fittedOn: day(365 * years) });
  const view = await captureAll(runId, 12.68, loadVolts);
  const seenReadingIds = view.readings.map(({ id }) => id);
  granted(await finishRun(shop.context, { runId, technicianId, seenReadingIds }));
  const to = { slotId: uuidv7(), vehicleId, name: '' };
  granted(await moveBatteryAsked(shop.context, { technicianId, batteryId: battery.id, onDay: day(1), to }));
  return battery;
}
async function vehicle(name: string, vehicleClass: string, engine: string) {
  const known = { id: uuidv7(), name, class: vehicleClass, site: 'Yard', engine };
  granted(await keepVehicleAsked(shop.context, { technicianId, vehicle: known, seenRevision: null }));
  return known.id;
}
const costsOf = async () => (await planView(shop.context, {})).costs;
const everything = async (tried: Record<string, string> = {}) => {
  const { plan } = await planView(shop.context, tried);
  return plan.months.flatMap(({ month, lines }) =>
    lines.flatMap(({ units }) => units.map(({ tag }) => ({ month, tag }))),
  );
};

describe('the plan of a fleet', () => {
  let worn: { id: string; tag: string };
  let fresh: { id: string; tag: string };
  beforeAll(async () => {
    const [plough, van] = [
      await vehicle('Plough 1', 'plough', 'diesel_light'),
      await vehicle('Van 1', 'van', 'petrol_four'),
    ];
    worn = await seatedUnit(9.3, plough, 6);
    fresh = await seatedUnit(11, van, 0.2);
    await renewOutlooks(shop.context);
  });

  it('changes what is worn before a breakdown, now, and leaves what is new', async () => {
    const { plan, isTried } = await planView(shop.context, {});
    expect(isTried).toBe(false);
    expect(await everything()).toEqual([{ month: day(0).slice(0, 7), tag: worn.tag }]);
    const [first] = plan.months;
    const { starting, labour, visit } = STANDARD_COSTS;
    expect(first?.changes).toBe(starting + labour + visit);
    expect(plan.saves).toBeGreaterThan(0);
    expect(plan.units).toBe(2);
  });

  it('is worked out with other costs where an address names them, and stores nothing', async () => {
    // Where a breakdown costs nothing more than a change, nothing is changed before it fails.
    const free = { breakdown: '0', 'standstill.plough': '0', 'standstill.van': '0', visit: '500' };
    expect(await everything(free)).toEqual([]);
    expect(await costsOf()).toEqual(STANDARD_COSTS);
    expect((await planView(shop.context, free)).isTried).toBe(true);
    // Comma or point; thousands marked off are no amount, and are told by their name.
    expect((await planView(shop.context, { labour: '42,50' })).costs.labour).toBe(42.5);
    const wrong = await planView(shop.context, { labour: '1,200', breakdown: '-3', nonsense: '7' });
    expect(wrong.problems.map(({ field }) => field)).toEqual(['labour', 'breakdown']);
    expect(wrong.costs).toEqual(STANDARD_COSTS);
  });

  it('goes out as CSV that adds up', async () => {
    const { data } = Papa.parse<Record<string, string>>(await fleetCsv(shop.context, 'buy'), {
      header: true,
      skipEmptyLines: true,
    });
    expect(data).toHaveLength(12);
    expect(data[0]).toMatchObject({ count: '1', tags: worn.tag, changes_EUR: '240.00' });
    expect(data.reduce((sum, row) => sum + Number(row.count), 0)).toBe(1);
  });

  it('keeps the site’s own costs, prices the whole fleet by them at once, and tells the later of two', async () => {
    const { revision } = await planView(shop.context, {});
    const costs = { ...STANDARD_COSTS, standstill: { ...STANDARD_COSTS.standstill, van: 900_000 } };
    const body = { technicianId, seenRevision: revision, costs };
    granted(await saveCosts(shop.context, body));
    expect(await saveCosts(shop.context, body)).toMatchObject({ ok: false, failure: 'conflict' });
    expect(await costsOf()).toEqual(costs);
    // A van that must not stand still goes before a worn plough.
    const { rows } = await fleetPage(shop.context, LIST_QUESTIONS.first);
    expect(rows.map(({ battery }) => battery.id)).toEqual([fresh.id, worn.id]);
    for (const { outlook, vehicle: sits } of rows) {
      const still = sits?.name === 'Van 1' ? 900_000 : 800;
      expect(outlook.waitCost).toBeCloseTo(outlook.fails90 * (250 + still), 4);
    }
  });

  it('refuses what is no amount, by name, and keeps nothing of it', async () => {
    const before = await costsOf();
    const { revision } = await planView(shop.context, {});
    for (const costs of [
      { ...before, labour: -1 },
      { ...before, labour: '40' },
      { ...before, more: 1 },
      null,
    ]) {
      const answer = await saveCosts(shop.context, { technicianId, seenRevision: revision, costs });
      expect(answer).toMatchObject({ ok: false, failure: 'input' });
    }
    expect(await costsOf()).toEqual(before);
  });

  it('asks what failing costs anew where a vehicle turns out to be another', async () => {
    const before = await fleetPage(shop.context, LIST_QUESTIONS.first);
    const van = before.rows.find(({ vehicle: sits }) => sits?.name === 'Van 1');
    const vehicleId = van?.vehicle?.id ?? '';
    const known = { id: vehicleId, name: 'Van 1', class: 'tanker', site: 'Yard', engine: 'diesel_heavy' };
    granted(await keepVehicleAsked(shop.context, { technicianId, vehicle: known, seenRevision: 1 }));
    await renewOutlooks(shop.context);
    const { rows } = await fleetPage(shop.context, LIST_QUESTIONS.first);
    const now = rows.find(({ battery }) => battery.id === van?.battery.id)?.outlook;
    expect(now?.waitCost).toBeCloseTo((now?.fails90 ?? 0) * (250 + 600), 4);
    // A heavy diesel asks four times what a small petrol engine does.
    expect(now?.fails90).toBeGreaterThan(van?.outlook.fails90 ?? 1);
  });
});
