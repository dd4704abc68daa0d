import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { deflateRawSync } from 'node:zlib';
import { uuidv7 } from 'uuidv7';
import { tryStart } from '@/core/instruments/recording-trial';
import { packRecording } from '@/core/recording/packed-recording';
import { readRecording } from '@/core/recording/read-recording';
import { hearQueries } from '@/store/query-plans.test-support';
import { granted, messagesOf } from './answers.test-support';
import { startCheck } from './checks';
import type { Context } from './context';
import { newContext } from './context.test-support';
import {
  changeRecordingAsked,
  endRecording,
  keepRecording,
  recordingCsv,
  recordingView,
  stillsOfCheck,
  vehicleToRecord,
} from './recordings';
import { registerTechnician } from './technicians';
import { keepVehicleAsked, vehicleStory } from './vehicles';

const queries = hearQueries();
afterAll(async () => {
  expect(await queries.slowPlans()).toEqual([]);
});

let context: Context;
const technicianId = uuidv7();
const vehicleId = uuidv7();
const { examined } = tryStart(35);
const packed = deflateRawSync(packRecording(examined.recording));
const { marks, features, cranks, problems } = examined;
const found = {
  marks,
  values: features.values,
  phaseMissing: features.phaseMissing,
  attempts: cranks.length,
  problems,
};

beforeAll(async () => {
  context = await newContext();
  await registerTechnician(context, { id: technicianId, name: 'Maro Tindell' });
  const vehicle = {
    id: vehicleId,
    name: 'Crew van 2',
    class: 'van',
    site: '',
    engine: 'petrol_four',
    systemVolts: 12,
    cylinders: 4,
    alternatorAmps: 95,
    regulator: 'internal',
    joined: 'single',
    preventedBy: 'fuel_relay',
  };
  granted(await keepVehicleAsked(context, { technicianId, vehicle, seenRevision: null }));
});

const body = (bytes: Uint8Array) => {
  const path = join(mkdtempSync(join(tmpdir(), 'integra-recording-')), 'body');
  writeFileSync(path, bytes);
  return path;
};
const meta = (over: Record<string, unknown> = {}) => ({
  id: uuidv7(),
  vehicleId,
  technicianId,
  checkId: null,
  name: ' Cold morning ',
  takenAtMs: Date.UTC(2026, 0, 12, 8),
  temperatureC: 4,
  cylinders: 4,
  found,
  ...over,
});
const kept = async (over: Record<string, unknown> = {}) =>
  granted(await keepRecording(context, meta(over), body(packed))).id;

it('stands as a still picture on the slip of its check', async () => {
  const checkId = uuidv7();
  granted(await startCheck(context, { id: checkId, vehicleId, technicianId }));
  await kept({ checkId });
  const [one] = await stillsOfCheck(context, checkId);
  expect(one).toMatchObject({ name: 'Cold morning' });
  const lows = one?.still.volts?.flatMap((column) => (column ? [column[0]] : [])) ?? [];
  expect(Math.min(...lows)).toBeCloseTo(features.values.inrush_v?.value ?? 0, 1);
  expect(one?.still.named.map(([, name]) => name)).toContain('first pull');
});

describe('a recording of a vehicle', () => {
  it('is kept whole, and given out as it was read', async () => {
    const id = await kept();
    const view = await recordingView(context, id);
    expect(view?.recording).toMatchObject({
      name: 'Cold morning',
      samples: examined.recording.seconds.length,
      moved: null,
      revision: 1,
    });
    expect(view?.vehicle).toMatchObject({ name: 'Crew van 2', usualAmps: [100, 150], isDiesel: false });
    let text = '';
    for await (const piece of (await recordingCsv(context, id)) ?? []) text += piece;
    const back = readRecording(new TextEncoder().encode(text));
    expect(back.ok && back.value.recording).toEqual(examined.recording);
    expect((await vehicleStory(context, vehicleId))?.recordings.map((one) => one.id)).toContain(id);
  });

  it('is kept once however often it is sent, and brings its vehicle along', async () => {
    const asked = meta();
    for (let at = 0; at < 2; at++) granted(await keepRecording(context, asked, body(packed)));
    expect((await recordingView(context, asked.id))?.others.every(({ id }) => id !== asked.id)).toBe(true);
    expect(await vehicleToRecord(context, vehicleId, null)).toMatchObject({
      vehicleName: 'Crew van 2',
      cylinders: 4,
    });
    expect(await vehicleToRecord(context, uuidv7(), null)).toBeUndefined();
  });

  it('keeps what hands moved beside what was found; of two who move the later is told', async () => {
    const id = await kept();
    const moved = { ...found, marks: { ...marks, startS: 2 } };
    const change = { id, name: 'Cold morning', temperatureC: 5, cylinders: 4, moved, seenRevision: 1 };
    granted(await changeRecordingAsked(context, change));
    const { recording } = (await recordingView(context, id)) ?? {};
    expect([recording?.moved?.marks.startS, recording?.found.marks.startS]).toEqual([2, marks.startS]);
    expect(messagesOf(await changeRecordingAsked(context, change))[0]).toContain('Somebody else');
    granted(await changeRecordingAsked(context, { ...change, moved: null, seenRevision: 2 }));
    expect((await recordingView(context, id))?.recording.moved).toBeNull();
  });

  it('is taken back by whoever brought it in, or a lead, and by nobody else', async () => {
    const id = await kept();
    const other: Context = { ...context, role: 'technician', isOpen: false, actor: uuidv7() };
    expect(messagesOf(await endRecording(other, { id, seenRevision: 1 }))[0]).toContain('Whoever brought');
    granted(await endRecording({ ...other, actor: technicianId }, { id, seenRevision: 1 }));
    expect(await recordingView(context, id)).toBeUndefined();
  });

  it.each([
    ['bytes that are none', Buffer.from('not a recording'), {}, 'packed recording'],
    ['bytes that are cut', packed.subarray(0, packed.length / 2), {}, 'packed recording'],
    ['a vehicle that is not here', packed, { vehicleId: uuidv7() }, 'a registered vehicle'],
    ['a check that is none of its', packed, { checkId: uuidv7() }, 'a check of this vehicle'],
    ['a name of blanks', packed, { name: '  ' }, 'name'],
    ['features of nobody', packed, { found: { ...found, values: {} } }, 'found/values'],
  ])('is refused with what was found: %s', async (_what, bytes, over, expected) => {
    expect(messagesOf(await keepRecording(context, meta(over), body(bytes))).join(' ')).toContain(expected);
  });
});
