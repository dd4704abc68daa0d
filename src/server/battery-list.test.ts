import { uuidv7 } from 'uuidv7';
import { granted, messagesOf } from './answers.test-support';
import { batteryPage, batteryStory, findBattery } from './batteries';
import { bringBatteryList } from './battery-list';
import { importList, undoImport } from './imports';
import { newShop } from './shop.test-support';

const { shop, technicianId, started } = newShop();

const HEADER = 'tag,construction,ratings,c20_ah,place,fitted_on';
const bring = (rows: readonly string[], more: object = {}) =>
  bringBatteryList(shop.context, {
    id: uuidv7(),
    technicianId,
    name: 'fleet.csv',
    store: true,
    text: [HEADER, ...rows].join('\n'),
    ...more,
  });
const found = async (tag: string) => granted(await findBattery(shop.context, tag)).exact?.battery;

describe('a list of batteries', () => {
  it('registers what is new, without a run, findable at once, and is taken back as a whole', async () => {
    const id = uuidv7();
    const rows = ['LB-1,agm,800 SAE,70,Plough lane,2025-01-31', 'LB-2,flooded,,,Plough lane,'];
    expect(granted(await bring(rows, { id, store: false }))).toMatchObject({ fresh: 2, known: 0 });
    expect(await found('LB-1')).toBeUndefined();
    expect(granted(await bring(rows, { id }))).toMatchObject({ fresh: 2, known: 0, refusedCount: 0 });
    // Sent again because the answer was lost, it answers the same and adds nothing.
    expect(granted(await bring(rows, { id }))).toMatchObject({ fresh: 2, known: 0 });
    const battery = await found('LB-1');
    expect(battery).toMatchObject({ c20Ah: 70, place: 'Plough lane', fittedOn: '2025-01-31' });
    expect((await batteryStory(shop.context, battery?.id ?? ''))?.runs).toEqual([]);
    expect((await batteryPage(shop.context, 'plough lane', null)).total).toBe(2);
    const [made] = await importList(shop.context);
    expect(made).toMatchObject({ id, name: 'fleet.csv', runs: 0, newBatteries: 2, state: 'in' });
    granted(await undoImport(shop.context, { importId: id, technicianId }));
    expect(await found('LB-1')).toBeUndefined();
    // Their tags are free again.
    expect(granted(await bring(rows))).toMatchObject({ fresh: 2 });
  });

  it('leaves what is registered already as it is, and refuses row by row', async () => {
    const { battery } = await started();
    const rows = [`${battery.tag},gel,,,Elsewhere,`, 'LB-9,wet,,,,', 'LB-10,agm,,,,'];
    const tally = granted(await bring(rows));
    expect(tally).toMatchObject({ fresh: 1, known: 1, refusedCount: 1 });
    expect(tally.refused[0]).toMatchObject({ line: 3, tag: 'LB-9' });
    expect(tally.refused[0]?.why).toContain('construction');
    expect(await found(battery.tag)).toMatchObject({ place: 'Yard tractor 3', type: 'flooded' });
  });

  it('that is none is refused with what is missing', async () => {
    expect(messagesOf(await bring([], { text: 'a,b\n1,2' }))).toHaveLength(2);
    const nobody = { technicianId: null };
    expect(granted(await bring(['LB-20,agm,,,,'], { ...nobody, store: false })).fresh).toBe(1);
    expect(messagesOf(await bring(['LB-20,agm,,,,'], nobody))[0]).toContain('who registers them');
  });
});
