import Papa from 'papaparse';
import { uuidv7 } from 'uuidv7';
import { fleetQueryFrom, type ListQuestion } from '@/core/exchange/fleet-query';
import { granted } from './answers.test-support';
import { warrantyClaims } from './fleet-answers';
import { fleetCsv } from './fleet-csv';
import { fleetList, fleetMore } from './fleet-list';
import { forgetViewAsked, keepViewAsked } from './fleet-views';
import { renewOutlooks } from './outlooks';
import { finishRun } from './runs';
import { newShop } from './shop.test-support';
import { keepVehicleAsked, moveBatteryAsked } from './vehicles';

const { shop, technicianId, started, captureAll } = newShop();
const today = () => new Date(shop.context.now()).toISOString().slice(0, 10);

async function tested(loadVolts: number, extra: Record<string, unknown> = {}) {
  const { battery, runId } = await started({ place: 'Rack 7', ...extra });
  const view = await captureAll(runId, 12.68, loadVolts);
  const seenReadingIds = view.readings.map(({ id }) => id);
  granted(await finishRun(shop.context, { runId, technicianId, seenReadingIds }));
  return battery;
}
const list = (query: Record<string, string>, question: ListQuestion = 'aging') =>
  fleetList(shop.context, fleetQueryFrom(query, question), null);
const tagsOf = async (query: Record<string, string>) =>
  (await list(query)).page.rows.map(({ battery }) => battery.tag).sort();

describe('a list of the fleet', () => {
  let sits: { tag: string };
  let loose: { tag: string };
  let scrapped: { tag: string };
  let retired: { tag: string };
  beforeAll(async () => {
    const vehicle = { id: uuidv7(), name: 'Harbour tug Ruff', class: 'boat', site: 'Quay' };
    granted(await keepVehicleAsked(shop.context, { technicianId, vehicle, seenRevision: null }));
    const unit = await tested(10.6);
    const to = { slotId: uuidv7(), vehicleId: vehicle.id, name: '' };
    granted(await moveBatteryAsked(shop.context, { technicianId, batteryId: unit.id, onDay: today(), to }));
    sits = unit;
    loose = await tested(10.4, { type: 'agm' });
    scrapped = await tested(10.5, { place: 'Scrap pallet' });
    retired = await tested(8.2);
    await renewOutlooks(shop.context);
  });

  it('shows the units that are asked for by place, verdict, type and words', async () => {
    expect(await tagsOf({})).toEqual([sits.tag, loose.tag].sort());
    expect(await tagsOf({ place: 'work' })).toEqual([sits.tag]);
    expect(await tagsOf({ place: 'scrapped' })).toEqual([scrapped.tag]);
    expect(await tagsOf({ place: 'shelf' })).toEqual([loose.tag, retired.tag].sort());
    expect(await tagsOf({ verdict: 'retire' })).toEqual([retired.tag]);
    expect(await tagsOf({ type: 'agm' })).toEqual([loose.tag]);
    expect(await tagsOf({ words: 'ruff' })).toEqual([sits.tag]);
    expect(await tagsOf({ words: loose.tag.toLowerCase() })).toContain(loose.tag);
    expect(await tagsOf({ words: "'; drop table batteries" })).toEqual([]);
  });

  it('stands in each order both ways, a page at a time', async () => {
    for (const sort of ['failing', 'slope', 'health', 'tested', 'crossing']) {
      const one = await list({ sort, order: 'rising', place: 'shelf' });
      const other = await list({ sort, order: 'falling', place: 'shelf' });
      const ids = one.page.rows.map(({ battery }) => battery.id);
      expect(ids.length).toBeGreaterThan(1);
      expect(other.page.rows.map(({ battery }) => battery.id)).toEqual([...ids].reverse());
    }
    const more = granted(await fleetMore(shop.context, { ask: 'aging', place: 'shelf', after: 'nonsense' }));
    expect(more.rows).toHaveLength(2);
  });

  it('counts the same units by type and by verdict', async () => {
    const byType = (await list({ group: 'type', place: 'all' })).groups;
    expect(Object.fromEntries(byType.map(({ key, count }) => [key, count]))).toEqual({ flooded: 1, agm: 1 });
    const byVerdict = (await list({ group: 'verdict', place: 'shelf' })).groups;
    expect(byVerdict.find(({ key }) => key === 'retire')?.count).toBe(1);
    expect((await list({ words: 'ruff', group: 'type' })).groups).toMatchObject([
      { key: 'flooded', count: 1 },
    ]);
    for (const { healthPct } of byType) expect(healthPct).toBeGreaterThan(50);
  });

  it('goes out as CSV as it is asked for, or only the units that were ticked', async () => {
    const rowsOf = async (query: Record<string, string>) =>
      Papa.parse<Record<string, string>>(await fleetCsv(shop.context, 'aging', query), {
        header: true,
        skipEmptyLines: true,
      }).data.map(({ tag }) => tag);
    expect(await rowsOf({ verdict: 'retire' })).toEqual([retired.tag]);
    const { rows } = (await list({})).page;
    const [first] = rows;
    expect(await rowsOf({ ids: `${first?.battery.id},${uuidv7()}` })).toEqual([first?.battery.tag]);
    expect(await rowsOf({ ids: "nonsense,' or 1=1" })).toEqual([]);
  });

  it('names who took the last test', async () => {
    const { rows } = (await list({})).page;
    for (const { newest } of rows) expect(newest?.by).toMatch(/\S/);
  });

  it('is kept as a view under a name, anew under the same one, and forgotten', async () => {
    const keep = (name: string, address: string) =>
      keepViewAsked(shop.context, { id: uuidv7(), technicianId, name, address });
    const { id } = granted(await keep('AGM on the shelf', '/fleet/aging?type=agm'));
    const again = granted(await keep(' agm  ON the shelf ', '/fleet?type=agm&place=shelf'));
    expect(again.id).toBe(id);
    const views = async () => (await list({})).views;
    expect(await views()).toEqual([{ id, name: 'agm ON the shelf', address: '/fleet?type=agm&place=shelf' }]);
    for (const address of [
      'https://elsewhere.example/fleet',
      '//x/fleet',
      '/site',
      '/fleet#x',
      'javascript:1',
    ])
      expect(await keep('Away', address)).toMatchObject({ ok: false, failure: 'input' });
    expect(await keep('\u200b', '/fleet')).toMatchObject({ ok: false });
    granted(await forgetViewAsked(shop.context, { id }));
    granted(await forgetViewAsked(shop.context, { id }));
    expect(await views()).toEqual([]);
  });

  it('names what was retired within its warranty, with its runs, and nothing beyond it', async () => {
    const ahead = (days: number) =>
      new Date(shop.context.now() + days * 86_400_000).toISOString().slice(0, 10);
    const [within, beyond, sound] = [
      await tested(8.2, { warrantyTo: ahead(30) }),
      await tested(8.2, { warrantyTo: ahead(-2) }),
      await tested(10.8, { warrantyTo: ahead(30) }),
    ];
    await renewOutlooks(shop.context);
    const claims = await warrantyClaims(shop.context);
    expect(claims.map(({ battery }) => battery.id)).toEqual([within.id]);
    expect(claims[0]).toMatchObject({ warrantyTo: ahead(30) });
    expect(claims[0]?.runs).toHaveLength(1);
    expect([beyond.id, sound.id]).not.toContain(claims[0]?.battery.id);
    expect(await fleetCsv(shop.context, 'warranty')).toContain(within.tag);
  });
});
