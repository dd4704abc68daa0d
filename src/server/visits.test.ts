import { uuidv7 } from 'uuidv7';
import { granted, messagesOf } from './answers.test-support';
import { checkView, startCheck } from './checks';
import { captureAnywhere } from './runs';
import { newShop } from './shop.test-support';
import { keepVehicleAsked, moveBatteryAsked, vehicleList, vehicleStory } from './vehicles';
import { arriveAsked, leaveAsked } from './visits';

const { shop, technicianId, started, reading } = newShop();

let serial = 0;
async function vehicle() {
  const id = uuidv7();
  const known = { id, name: `Tug ${++serial}`, class: 'boat', site: 'Quay' };
  granted(await keepVehicleAsked(shop.context, { technicianId, vehicle: known, seenRevision: null }));
  return known;
}
const arriving = (vehicleId: string, over: Record<string, unknown> = {}) => ({
  id: uuidv7(),
  vehicleId,
  technicianId,
  complaint: 'slow_crank',
  words: ' slow when cold ',
  meter: 1200,
  meterUnit: 'h',
  meterIsNew: false,
  ...over,
});
const arrived = async (...asked: Parameters<typeof arriving>) =>
  granted(await arriveAsked(shop.context, arriving(...asked))).id;
const leaving = (id: string, here = false) => leaveAsked(shop.context, { id, technicianId, here });
const story = async (id: string) => {
  const found = await vehicleStory(shop.context, id);
  if (!found) throw new Error('it is registered');
  return found;
};

describe('a visit', () => {
  it('holds the check of the vehicle and the tests of its batteries together', async () => {
    const { id } = await vehicle();
    const before = granted(await startCheck(shop.context, { id: uuidv7(), vehicleId: id, technicianId }));
    const visitId = await arrived(id);
    const { battery, runId } = await started();
    const { today } = await story(id);
    const to = { slotId: uuidv7(), vehicleId: id, name: 'Start' };
    granted(await moveBatteryAsked(shop.context, { technicianId, batteryId: battery.id, onDay: today, to }));
    const elsewhere = await started();
    const { work, visit } = await story(id);
    expect(visit).toMatchObject({ id: visitId, complaint: 'slow_crank', words: 'slow when cold' });
    const [only] = work.visits;
    expect(only?.work.map((one) => one.runId)).toEqual([runId]);
    expect(only?.work[0]).toMatchObject({ kind: 'battery', tag: battery.tag, verdict: null });
    expect(work.outside.map((one) => one.runId)).toEqual([before.id]);
    expect(JSON.stringify(work)).not.toContain(elsewhere.runId);
  });

  it('is named by a check that is begun on it, and by the list while it lasts', async () => {
    const { id, name } = await vehicle();
    const visitId = await arrived(id);
    const check = granted(await startCheck(shop.context, { id: uuidv7(), vehicleId: id, technicianId }));
    expect((await checkView(shop.context, check.id))?.visit?.id).toBe(visitId);
    expect((await vehicleList(shop.context, name))[0]?.visit?.id).toBe(visitId);
    granted(await leaving(visitId));
    expect((await vehicleList(shop.context, name))[0]?.visit).toBeNull();
    expect((await checkView(shop.context, check.id))?.visit?.id).toBe(visitId);
  });

  it('is one for two people, and is opened again unless it has come in anew', async () => {
    const { id } = await vehicle();
    const first = await arrived(id);
    expect(await arrived(id, { complaint: 'routine' })).toBe(first);
    granted(await leaving(first));
    granted(await leaving(first, true));
    expect((await story(id)).visit?.id).toBe(first);
    granted(await leaving(first));
    await arrived(id, { meter: 1201 });
    expect(messagesOf(await leaving(first, true))[0]).toContain('come in again');
    expect(messagesOf(await leaving(uuidv7()))[0]).toContain('a visit');
  });

  it('asks about a meter that counts backwards, and takes a new one', async () => {
    const { id } = await vehicle();
    granted(await leaving(await arrived(id)));
    expect(messagesOf(await arriveAsked(shop.context, arriving(id, { meter: 900 })))[0]).toContain('1200 h');
    granted(await leaving(await arrived(id, { meter: 90_000, meterUnit: 'km' })));
    await arrived(id, { meter: 3, meterIsNew: true });
    expect((await story(id)).visit).toMatchObject({ meter: 3 });
  });

  it('takes over what the run of its battery has noted of the vehicle, but no drop without its current', async () => {
    const { id } = await vehicle();
    await arrived(id);
    const { battery, runId } = await started();
    const { today } = await story(id);
    const to = { slotId: uuidv7(), vehicleId: id, name: '' };
    granted(await moveBatteryAsked(shop.context, { technicianId, batteryId: battery.id, onDay: today, to }));
    const note = (check: string, value: number) =>
      captureAnywhere(
        shop.context,
        reading(runId, 'vehicle_check', { check, value, ownFrom: null, ownTo: null }),
      );
    granted(await note('regulated', 15.7));
    granted(await note('draw', 0.31));
    granted(await note('clamp_drop', 0.6));
    const asked = { id: uuidv7(), vehicleId: id, technicianId };
    granted(await startCheck(shop.context, asked));
    granted(await startCheck(shop.context, asked));
    const brought = (await checkView(shop.context, asked.id))?.readings ?? [];
    expect(brought.map(({ kind, data }) => [kind, data])).toMatchObject([
      ['check_reading', { of: 'fast_v', value: 15.7 }],
      ['check_reading', { of: 'draw_a', value: 0.31 }],
    ]);
  });

  it('refuses a vehicle that is not registered and a complaint that is none', async () => {
    const { id } = await vehicle();
    expect(messagesOf(await arriveAsked(shop.context, arriving(uuidv7())))[0]).toContain(
      'registered vehicle',
    );
    const odd = await arriveAsked(shop.context, arriving(id, { complaint: 'sulks' }));
    expect(messagesOf(odd)[0]).toContain('sulks');
  });
});
