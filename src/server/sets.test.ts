import Papa from 'papaparse';
import { uuidv7 } from 'uuidv7';
import { granted } from './answers.test-support';
import { fleetCsv } from './fleet-csv';
import { renewOutlooks } from './outlooks';
import { finishRun } from './runs';
import { setsAsked, setsView } from './sets';
import { newShop } from './shop.test-support';
import { keepVehicleAsked, moveBatteryAsked } from './vehicles';

const { shop, technicianId, started, captureAll } = newShop();
const day = (ago: number) => new Date(shop.context.now() - ago * 86_400_000).toISOString().slice(0, 10);

async function tested(loadVolts: number, extra: Record<string, unknown> = {}) {
  const { battery, runId } = await started({ place: 'Rack 2', fittedOn: day(400), ...extra });
  const view = await captureAll(runId, 12.68, loadVolts);
  const seenReadingIds = view.readings.map(({ id }) => id);
  granted(await finishRun(shop.context, { runId, technicianId, seenReadingIds }));
  return battery;
}
let serial = 0;
async function setOf(volts: readonly number[], more: { joined?: string; years?: number } = {}) {
  const vehicle = {
    id: uuidv7(),
    name: `Plough ${++serial}`,
    class: 'plough',
    site: 'Yard',
    engine: 'diesel_light',
    joined: more.joined ?? 'parallel',
  };
  granted(await keepVehicleAsked(shop.context, { technicianId, vehicle, seenRevision: null }));
  const units: { id: string; tag: string }[] = [];
  for (const load of volts) {
    const unit = await tested(load, { fittedOn: day(365 * (more.years ?? 1)) });
    const to = { slotId: uuidv7(), vehicleId: vehicle.id, name: String(units.length + 1) };
    granted(await moveBatteryAsked(shop.context, { technicianId, batteryId: unit.id, onDay: day(1), to }));
    units.push(unit);
  }
  return { ...vehicle, units };
}
const view = (query: Record<string, string> = {}) => setsView(shop.context, setsAsked(query));

describe('the sets of a fleet', () => {
  it('name the one that drags, with what one and all of them cost, before those that are even', async () => {
    const even = await setOf([10.8, 10.8]);
    const uneven = await setOf([10.9, 9.2], { years: 3 });
    await setOf([10.9, 9.2], { joined: 'separate' });
    await renewOutlooks(shop.context);
    const { standing } = await view();
    expect(standing.map(({ vehicle }) => vehicle.id)).toEqual([uneven.id, even.id]);
    const [first, second] = standing;
    expect(first?.advice).toMatchObject({ kind: 'drags', unit: { id: uneven.units[1]?.id }, all: true });
    expect(first?.money).toMatchObject({ weakestId: uneven.units[1]?.id });
    expect(first?.apartPct).toBeGreaterThan(15);
    expect(second).toMatchObject({ advice: { kind: 'even' }, money: null });
    expect(second?.apartPct).toBeLessThan(1);
  });

  it('are made out of the shelf so that as many as can be are, and what fits none is left', async () => {
    const shelf = [await tested(10.9), await tested(10.88), await tested(10.3), await tested(10.31)];
    const other = await tested(10.9, { ratings: [{ standard: 'SAE', amps: 600 }] });
    const old = await tested(10.9, { fittedOn: day(2000) });
    const retired = await tested(8);
    await renewOutlooks(shop.context);
    const { pairing, places, standing } = await view();
    // The uneven set has one sound unit of three years: nothing on the shelf is within a year of it.
    expect(standing[0]).toMatchObject({ advice: { kind: 'drags' }, partner: null });
    const ids = pairing.sets.map(({ units }) => units.map(({ id }) => id).sort());
    const [a, b, c, d] = shelf.map(({ id }) => id);
    expect(ids).toContainEqual([a, b].sort());
    expect(ids).toContainEqual([c, d].sort());
    const left = pairing.left.map(({ id }) => id);
    expect(left).toContain(old.id);
    expect([...ids.flat(), ...left]).not.toContain(retired.id);
    expect(left).toContain(other.id);
    expect(places[other.id]).toBe('Rack 2');
    // Three of a set: only as many as lie within the limits of each other.
    const threes = await view({ size: '3' });
    expect(threes.asked).toEqual({ size: 3, joined: 'parallel' });
    for (const { units } of threes.pairing.sets) {
      const health = units.map(({ healthPct }) => healthPct);
      expect(Math.max(...health) - Math.min(...health)).toBeLessThanOrEqual(10);
    }
  });

  it('understand an address that says something else as pairs side by side', () => {
    expect(setsAsked({ size: '1000000', joined: 'x' })).toEqual({ size: 2, joined: 'parallel' });
    expect(setsAsked({ size: '4', joined: 'series' })).toEqual({ size: 4, joined: 'series' });
  });

  it('go out as CSV, as they were asked for', async () => {
    const { data } = Papa.parse<Record<string, string>>(
      await fleetCsv(shop.context, 'sets', { size: '2', joined: 'series' }),
      { header: true, skipEmptyLines: true },
    );
    expect(new Set(data.map(({ standing }) => standing))).toEqual(
      new Set(['drags', 'even', 'to be made', 'fits none']),
    );
    expect(data.filter(({ set }) => set === 'shelf 1')).toHaveLength(2);
  });
});
