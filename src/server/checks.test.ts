import Papa from 'papaparse';
import { uuidv7 } from 'uuidv7';
import { readCheckFile } from '@/core/exchange/check/check-file';
import { readCheckHeader, readCheckRow } from '@/core/exchange/check/check-rows';
import type { CheckView } from '@/core/exchange/views';
import { checkLabel } from '@/core/report/check-label';
import { scanned } from '@/core/report/scanned';
import { granted, messagesOf } from './answers.test-support';
import { batteryStory } from './batteries';
import { answerCheck, checkFile, checkSlipView, finishCheck, reopenCheckAsked, startCheck } from './checks';
import { captureAnywhere } from './runs';
import { newShop } from './shop.test-support';
import {
  bringVehicles,
  keepVehicleAsked,
  moveBatteryAsked,
  vehicleList,
  vehicleStory,
  vehiclesCsv,
} from './vehicles';

const { shop, technicianId, registered, started, reading } = newShop();

let serial = 0;
async function vehicle(over: Record<string, unknown> = {}) {
  const id = uuidv7();
  const known = { id, name: `Yard tractor ${++serial}`, class: 'tractor', site: 'Yard', ...over };
  granted(await keepVehicleAsked(shop.context, { technicianId, vehicle: known, seenRevision: null }));
  return known;
}
async function begun(over: Record<string, unknown> = {}) {
  const known = await vehicle(over);
  const asked = { id: uuidv7(), vehicleId: known.id, technicianId };
  return { vehicle: known, runId: granted(await startCheck(shop.context, asked)).id };
}
const read = (runId: string, of: string, value: number, over: Record<string, unknown> = {}) =>
  reading(runId, 'check_reading', {
    of,
    value,
    state: null,
    segment: null,
    amps: null,
    engine: null,
    loads: null,
    minutes: null,
    temperatureC: null,
    unfit: false,
    ...over,
  });
const capture = async (body: unknown) => granted(await captureAnywhere(shop.context, body)) as CheckView;
async function finished(runId: string) {
  const view = granted(await answerCheck(shop.context, runId));
  return finishCheck(shop.context, {
    runId,
    technicianId,
    seenReadingIds: view.readings.map(({ id }) => id),
  });
}

describe('a vehicle', () => {
  it('is registered once, found by its words, and put right by whoever saw it last', async () => {
    const one = await vehicle({ name: 'Quay crane 7' });
    const again = { technicianId, vehicle: { ...one, id: uuidv7() }, seenRevision: null };
    expect(messagesOf(await keepVehicleAsked(shop.context, again))[0]).toContain('Quay crane 7 already');
    expect((await vehicleList(shop.context, 'crane 7')).map(({ name }) => name)).toEqual(['Quay crane 7']);
    expect(await vehicleList(shop.context, 'no such')).toEqual([]);
    const changed = { technicianId, vehicle: { ...one, engine: 'diesel_heavy' }, seenRevision: 1 };
    granted(await keepVehicleAsked(shop.context, changed));
    expect(messagesOf(await keepVehicleAsked(shop.context, changed))[0]).toContain('Somebody else');
    const wrong = { ...changed, vehicle: { ...one, ownVoltsFrom: 14.2, ownVoltsTo: 13.8 }, seenRevision: 2 };
    expect(messagesOf(await keepVehicleAsked(shop.context, wrong))[0]).toContain('more than 14.2');
  });

  it('comes and goes as CSV: what is there stays, what is wrong is told by its line', async () => {
    const text = 'name,class,engine,system_v\nNew crane,tractor,diesel_heavy,24\nBad crane,rocket,,12\n';
    expect(granted(await bringVehicles(shop.context, { technicianId, text }))).toMatchObject({
      fresh: 1,
      known: 0,
      refused: [{ line: 3, why: expect.stringContaining('class') }],
    });
    expect(granted(await bringVehicles(shop.context, { technicianId, text }))).toMatchObject({
      fresh: 0,
      known: 1,
    });
    expect(await vehiclesCsv(shop.context)).toContain('New crane,tractor,diesel_heavy,,24');
  });

  it('carries batteries from a day to a day: who is fitted sends off who sat there', async () => {
    const { id, name } = await vehicle();
    const [one, other] = [await registered(), await registered()];
    const putIn = (batteryId: string, onDay: string) =>
      moveBatteryAsked(shop.context, {
        technicianId,
        batteryId,
        onDay,
        to: { slotId: uuidv7(), vehicleId: id, name: 'left' },
      });
    granted(await putIn(one.id, '2026-01-10'));
    granted(await putIn(other.id, '2026-02-10'));
    const story = await vehicleStory(shop.context, id);
    expect(story?.slots.map(({ battery, toOn }) => [battery.tag, toOn])).toEqual([
      [other.tag, null],
      [one.tag, '2026-02-10'],
    ]);
    expect((await batteryStory(shop.context, other.id))?.battery.place).toBe(`${name}, left`);
    expect((await batteryStory(shop.context, one.id))?.battery).toMatchObject({ place: '', revision: 3 });
    granted(
      await moveBatteryAsked(shop.context, {
        technicianId,
        batteryId: other.id,
        onDay: '2026-03-01',
        to: { place: 'Shelf' },
      }),
    );
    expect((await vehicleStory(shop.context, id))?.slots.every(({ toOn }) => toOn !== null)).toBe(true);
    expect(messagesOf(await putIn(one.id, '2999-01-01'))[0]).toContain('a day up to today');
    expect(await putIn(uuidv7(), '2026-01-10')).toMatchObject({ failure: 'missing' });
  });
});

describe('a check', () => {
  it('is one a vehicle while it is open, and takes readings of a vehicle only', async () => {
    const { vehicle: known, runId } = await begun();
    const again = { id: uuidv7(), vehicleId: known.id, technicianId };
    expect(granted(await startCheck(shop.context, again)).id).toBe(runId);
    const view = await capture(read(runId, 'rest_v', 12.6));
    expect(view.readings).toHaveLength(1);
    const open = reading(runId, 'open_circuit', { volts: 12.5, temperatureC: 20 });
    expect(messagesOf(await captureAnywhere(shop.context, open))[0]).toContain('a reading of a vehicle');
    const battery = await started();
    const wrong = read(battery.runId, 'rest_v', 12.6);
    expect(messagesOf(await captureAnywhere(shop.context, wrong))[0]).toContain('a reading of a battery');
  });

  it('stores a reading once however often it is sent, and refuses what says nothing', async () => {
    const { runId } = await begun();
    const once = read(runId, 'rest_v', 12.6);
    await capture(once);
    expect((await capture(once)).readings).toHaveLength(1);
    const bare = read(runId, 'drop_v', 0.2, { segment: 'strap', engine: 'fast' });
    expect(messagesOf(await captureAnywhere(shop.context, bare))[0]).toContain('amps: found nothing');
    expect(granted(await answerCheck(shop.context, runId)).readings).toHaveLength(1);
  });

  it('is not finished before what was pulled is back, nor over readings that nobody saw', async () => {
    const { runId } = await begun();
    await capture(read(runId, 'rest_v', 12.6));
    await capture(reading(runId, 'kept_from_starting', { by: 'fuel_relay' }));
    expect(messagesOf(await finished(runId))[0]).toContain('Put it back');
    await capture(reading(runId, 'put_back', {}));
    const unseen = await finishCheck(shop.context, { runId, technicianId, seenReadingIds: [] });
    expect(unseen).toMatchObject({ ok: false, failure: 'conflict' });
    expect(messagesOf(unseen)).toEqual(['check_reading', 'kept_from_starting', 'put_back']);
    expect(granted(await finished(runId)).run.finishedAtMs).not.toBeNull();
    expect(messagesOf(await captureAnywhere(shop.context, read(runId, 'fast_v', 14)))[0]).toContain('Reopen');
    const asked = { runId, technicianId, readingId: uuidv7(), reason: 'One is missing' };
    expect(granted(await reopenCheckAsked(shop.context, asked)).run.finishedAtMs).toBeNull();
  });

  it('leaves a caution on the vehicle until a later check clears its cause', async () => {
    const known = { engine: 'petrol_four', alternatorAmps: 90, regulator: 'internal', systemVolts: 12 };
    const { vehicle: one, runId } = await begun(known);
    for (const [of, volts] of [
      ['rest_v', 12.7],
      ['idle_v', 15.6],
      ['fast_v', 15.8],
    ] as const)
      await capture(read(runId, of, volts));
    expect(granted(await finished(runId)).finishedWith).toMatchObject({ cause: 'regulator_high' });
    const story = await vehicleStory(shop.context, one.id);
    expect(story?.work.outside[0]).toMatchObject({ cause: 'regulator_high' });
    expect(story?.cautions).toMatchObject([{ cause: 'regulator_high', runId }]);
    const asked = { id: uuidv7(), vehicleId: one.id, technicianId };
    const later = granted(await startCheck(shop.context, asked)).id;
    for (const [of, volts] of [
      ['rest_v', 12.65],
      ['idle_v', 14.3],
      ['fast_v', 14.3],
      ['fast_loaded_v', 14.2],
    ] as const)
      await capture(read(later, of, volts));
    granted(await finished(later));
    expect((await vehicleStory(shop.context, one.id))?.cautions).toEqual([]);
  });

  it('of nothing that is known is said so', async () => {
    expect(await answerCheck(shop.context, uuidv7())).toMatchObject({ failure: 'missing' });
    const stranger = { id: uuidv7(), vehicleId: uuidv7(), technicianId };
    expect(await startCheck(shop.context, stranger)).toMatchObject({ failure: 'missing' });
  });
});

describe('the file of a check', () => {
  it('is read back as it was written, and its rows are what the check command reads', async () => {
    const { runId, vehicle: known } = await begun({ engine: 'petrol_four', alternatorAmps: 90 });
    await capture(read(runId, 'rest_v', 12.6, { engine: 'off', loads: 'none', temperatureC: 15 }));
    await capture(read(runId, 'drop_v', 0.4, { segment: 'strap', amps: 60, engine: 'fast' }));
    const json = (await checkFile(shop.context, runId, 'json')) ?? '';
    const file = readCheckFile(json);
    if (!file.ok) throw new Error(file.problems[0]?.message);
    expect(file.value).toMatchObject({ vehicle: { name: known.name }, run: { id: runId } });
    expect(file.value.readings).toHaveLength(2);
    expect(file.value.causes[0]?.cause).toBe('charging_minus_path');
    const rows = Papa.parse<string[]>(((await checkFile(shop.context, runId, 'csv')) ?? '').trim()).data;
    const header = readCheckHeader(rows[0] ?? []);
    if (!header.ok) throw new Error('its header is ours');
    const back = rows.slice(1).map((cells) => readCheckRow(header.value, cells, () => 12));
    expect(back.map((row) => row.ok && row.value.reading)).toMatchObject([
      { of: 'rest_v', value: 12.6, temperatureC: 15 },
      { of: 'drop_v', value: 0.4, segment: 'strap', amps: 60, engine: 'fast' },
    ]);
    expect(await checkFile(shop.context, uuidv7(), 'json')).toBeUndefined();
  });
});

describe('a finished check', () => {
  it('stays judged on the vehicle and the batteries of its day, and on those of today once it is opened', async () => {
    const { vehicle: one, runId } = await begun({ engine: 'petrol_four', systemVolts: 12 });
    const [old, fresh] = [await registered({ type: 'flooded' }), await registered({ type: 'agm' })];
    const putIn = async (batteryId: string, onDay: string) =>
      granted(
        await moveBatteryAsked(shop.context, {
          technicianId,
          batteryId,
          onDay,
          to: { slotId: uuidv7(), vehicleId: one.id, name: '' },
        }),
      );
    await putIn(old.id, '2026-01-10');
    await capture(read(runId, 'rest_v', 12.7));
    granted(await finished(runId));
    await putIn(fresh.id, '2026-01-11');
    const vehicle = { ...one, engine: 'diesel_heavy' };
    granted(await keepVehicleAsked(shop.context, { technicianId, vehicle, seenRevision: 1 }));
    const then = { engine: 'petrol_four', construction: 'flooded' };
    expect(granted(await answerCheck(shop.context, runId)).basis.vehicle).toMatchObject(then);
    const opened = await reopenCheckAsked(shop.context, {
      runId,
      technicianId,
      readingId: uuidv7(),
      reason: 'One is missing',
    });
    expect(granted(opened).basis.vehicle).toMatchObject({ engine: 'diesel_heavy', construction: 'agm' });
  });
});

describe('a check after another', () => {
  it('is told beside it, and what that left open says what would close it', async () => {
    const known = { engine: 'petrol_four', alternatorAmps: 90, regulator: 'internal', systemVolts: 12 };
    const { vehicle: one, runId } = await begun(known);
    await capture(read(runId, 'rest_v', 12.7));
    await capture(read(runId, 'fast_v', 15.8));
    granted(await finished(runId));
    const asked = { id: uuidv7(), vehicleId: one.id, technicianId };
    const later = granted(await startCheck({ ...shop.context, now: () => Date.now() + 60_000 }, asked)).id;
    const [listed] = await vehicleList(shop.context, one.name);
    expect(listed?.check).toMatchObject({ runId: later, finishedAtMs: null, cause: null });
    const view = await capture(read(later, 'fast_v', 14.3));
    expect(view.cautions).toMatchObject([{ cause: 'regulator_high' }]);
    const slip = await checkSlipView(shop.context, later);
    expect(slip?.lines.find(({ name }) => name === 'Regulated, 2000 rpm')).toMatchObject({
      before: '15.80\u00A0V',
      now: '14.30\u00A0V',
      isWrong: false,
    });
    expect(slip?.lines.find(({ name }) => name === 'Resting voltage')).toMatchObject({ now: null });
    expect((await checkSlipView(shop.context, runId))?.beforeMs).toBeNull();
  });

  it('closes nothing that it has not read', async () => {
    const { vehicle: one, runId } = await begun({ systemVolts: 12 });
    await capture(read(runId, 'fast_v', 15.8));
    granted(await finished(runId));
    const asked = { id: uuidv7(), vehicleId: one.id, technicianId };
    const later = granted(await startCheck({ ...shop.context, now: () => Date.now() + 60_000 }, asked)).id;
    await capture(read(later, 'rest_v', 12.7));
    granted(await finished(later));
    const open = (await vehicleStory(shop.context, one.id))?.cautions;
    expect(open).toMatchObject([{ cause: 'regulator_high', runId }]);
  });
});

it('has a label whose code leads back to it', async () => {
  const { vehicle: one, runId } = await begun();
  await capture(read(runId, 'rest_v', 12.65));
  granted(await finished(runId));
  const slip = await checkSlipView(shop.context, runId);
  if (!slip) throw new Error('the check is there');
  const label = checkLabel(slip, 'https://shop');
  expect(label).toMatchObject({ tag: one.name, line: 'Checked' });
  expect(scanned(label.codeText ?? '')).toEqual({ kind: 'check', runId });
});
