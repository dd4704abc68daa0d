import 'server-only';
import { readFile } from 'node:fs/promises';
import { promisify } from 'node:util';
import { inflateRaw } from 'node:zlib';
import { CORE_VERSION } from '@/core/assessment/core-version';
import { checkState } from '@/core/circuit/check-of-readings';
import { checkShape } from '@/core/exchange/check-shape';
import type {
  NamedStill,
  RecordingLine,
  RecordingView,
  VehicleToRecord,
} from '@/core/exchange/recording-views';
import { problem, type Result, succeed } from '@/core/quantity/result';
import { Type } from '@/core/quantity/type';
import { tidyLine } from '@/core/quantity/written-text';
import { FoundSchema } from '@/core/recording/found-schema';
import { unpackRecording } from '@/core/recording/packed-recording';
import type { Recording } from '@/core/recording/recording';
import { stillOf } from '@/core/recording/still';
import { crankSpan, ENGINE_FACTS } from '@/core/vehicle/engine';
import {
  addRecording,
  changeRecording,
  recordingById,
  recordingsOf,
  recordingsOfCheck,
  samplesOf,
} from '@/store/recordings';
import { vehicleById } from '@/store/vehicles';
import { type Answer, refused, refusedSaying } from './answer';
import { changed } from './changes';
import { checkView } from './checks';
import type { Context } from './context';
import { rulesToday } from './rules';

const Uuid = Type.String({ format: 'uuid' });
const About = {
  name: Type.String({ minLength: 1, maxLength: 120, pattern: '\\S', description: 'name' }),
  temperatureC: Type.Union([
    Type.Number({ minimum: -60, maximum: 80, description: 'temperature, °C' }),
    Type.Null(),
  ]),
  cylinders: Type.Union([Type.Integer({ minimum: 1, maximum: 16, description: 'cylinders' }), Type.Null()]),
};
const Add = Type.Object(
  {
    id: Uuid,
    vehicleId: Uuid,
    technicianId: Uuid,
    checkId: Type.Union([Uuid, Type.Null()]),
    ...About,
    takenAtMs: Type.Integer({ minimum: 0, maximum: 8.64e15, description: 'moment' }),
    found: FoundSchema,
  },
  { additionalProperties: false },
);
const Change = Type.Object(
  {
    id: Uuid,
    ...About,
    moved: Type.Union([FoundSchema, Type.Null()]),
    seenRevision: Type.Integer({
      minimum: 1,
      maximum: 1_000_000_000,
      description: 'recording that was seen',
    }),
  },
  { additionalProperties: false },
);
const End = Type.Object(
  {
    id: Uuid,
    seenRevision: Type.Integer({
      minimum: 1,
      maximum: 1_000_000_000,
      description: 'recording that was seen',
    }),
  },
  { additionalProperties: false },
);

const inflated = promisify(inflateRaw);
/** Five million samples of three columns unpack to no more, bytes. */
const LARGEST = 150_000_000;
const SHOWN = 30;
const MOST_STILLS = 4;

/** Keeps a recording, whole, with what was found in it. Its samples come squeezed, as the browser has read them. */
export async function keepRecording(
  context: Context,
  input: unknown,
  path: string,
): Promise<Answer<{ id: string }>> {
  const checked = checkShape(Add, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const { technicianId, takenAtMs, found, ...about } = checked.value;
  const name = tidyLine(about.name);
  const packed = await readFile(path);
  const samples = await samplesIn(packed);
  if (!samples.ok) return { ...samples, failure: 'input' };
  const { seconds } = samples.value;
  const vehicle = await context.store.read((database) => vehicleById(database, about.vehicleId));
  if (!vehicle) return refused('missing', 'vehicleId', about.vehicleId, 'a registered vehicle');
  const check = about.checkId === null ? null : await checkView(context, about.checkId);
  if (about.checkId !== null && check?.vehicle.id !== about.vehicleId)
    return refused('missing', 'checkId', about.checkId, 'a check of this vehicle');
  await context.store.write((transaction) =>
    addRecording(
      transaction,
      {
        ...about,
        name,
        takenAtMs,
        found,
        core: CORE_VERSION,
        samples: seconds.length,
        seconds: (seconds.at(-1) ?? 0) - (seconds[0] ?? 0),
        addedById: technicianId,
        addedAtMs: context.now(),
      },
      packed,
    ),
  );
  changed('all');
  return succeed({ id: about.id });
}

async function samplesIn(packed: Uint8Array): Promise<Result<Recording>> {
  try {
    return unpackRecording(await inflated(packed, { maxOutputLength: LARGEST }));
  } catch {
    return {
      ok: false,
      problems: [problem('recording', 'bytes that cannot be unpacked', 'a packed recording')],
    };
  }
}

/** A recording with its vehicle and that vehicle's other recordings; undefined where there is none. */
export async function recordingView(context: Context, id: string): Promise<RecordingView | undefined> {
  const found = await context.store.read(async (database) => {
    const recording = await recordingById(database, id);
    const vehicle = recording && (await vehicleById(database, recording.vehicleId));
    return vehicle && { recording, vehicle, others: await recordingsOf(database, vehicle.id, SHOWN) };
  });
  if (!found) return undefined;
  const { recording, vehicle, others } = found;
  const check = recording.checkId === null ? undefined : await checkView(context, recording.checkId);
  const { engine, systemVolts } = vehicle;
  const rules = await rulesToday(context);
  return {
    recording,
    vehicle: {
      id: vehicle.id,
      name: vehicle.name,
      usualAmps: engine && engine !== 'none' ? crankSpan(engine, systemVolts ?? 12) : null,
      isDiesel: engine === 'diesel_light' || engine === 'diesel_heavy',
    },
    others: others.filter((other) => other.id !== id),
    openCheckId: check && check.run.finishedAtMs === null ? check.run.id : null,
    cablesMilliohms: check ? cablesOf(check) : null,
    regulated: rules.vehicle.regulatedVolts,
  };
}

/** The resistance of the starting path as the drops of a check have it; null where one of its sides was not read. */
function cablesOf(check: NonNullable<Awaited<ReturnType<typeof checkView>>>): number | null {
  const { evidence } = checkState(check.basis, check.readings, check.rules);
  const sides = (['start_plus', 'start_minus'] as const).map((side) =>
    evidence.drops.find(({ segment }) => segment === side),
  );
  const milliohms = sides.map((drop) => (drop?.amps ? (1000 * drop.volts) / drop.amps : null));
  return milliohms.every((one) => one !== null) ? milliohms.reduce((sum, one) => sum + (one ?? 0), 0) : null;
}

/** What a recording that is to be brought in would be of; undefined where there is no such vehicle. */
export async function vehicleToRecord(
  context: Context,
  vehicleId: string,
  checkId: string | null,
): Promise<VehicleToRecord | undefined> {
  const vehicle = await context.store.read((database) => vehicleById(database, vehicleId));
  if (!vehicle) return undefined;
  const { engine, systemVolts, cylinders, name } = vehicle;
  const rules = await rulesToday(context);
  return {
    vehicleId,
    vehicleName: name,
    checkId,
    cylinders: cylinders ?? (engine && engine !== 'none' ? ENGINE_FACTS[engine].cylinders : null),
    usualAmps: engine && engine !== 'none' ? crankSpan(engine, systemVolts ?? 12) : null,
    isDiesel: engine === 'diesel_light' || engine === 'diesel_heavy',
    regulated: rules.vehicle.regulatedVolts,
  };
}

/** The recordings of a check as still pictures for its slip, the oldest first. */
export async function stillsOfCheck(context: Context, checkId: string): Promise<NamedStill[]> {
  const lines = await context.store.read((database) => recordingsOfCheck(database, checkId, MOST_STILLS));
  const stills = await Promise.all(
    lines.map(async ({ id, name, found, moved }) => {
      const packed = await recordedBytes(context, id);
      const samples = packed && (await samplesIn(packed));
      return samples?.ok ? [{ id, name, still: stillOf(samples.value, (moved ?? found).marks) }] : [];
    }),
  );
  return stills.flat();
}

/** The squeezed samples as they are kept; undefined where there are none. */
export function recordedBytes({ store }: Context, id: string): Promise<Buffer | undefined> {
  return store.read((database) => samplesOf(database, id));
}

/** Keeps what hands have moved, beside what was found; of two who move the later is told. */
export async function changeRecordingAsked(
  context: Context,
  input: unknown,
): Promise<Answer<{ id: string; revision: number }>> {
  const checked = checkShape(Change, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const { id, seenRevision, name, ...change } = checked.value;
  const kept = await context.store.write((transaction) =>
    changeRecording(transaction, id, seenRevision, { ...change, name: tidyLine(name) }),
  );
  if (!kept) return refusedSaying('conflict', 'seenRevision', OVERTAKEN);
  changed('all');
  return succeed({ id, revision: seenRevision + 1 });
}

/** Takes a recording back: whoever brought it in, or a lead. */
export async function endRecording(context: Context, input: unknown): Promise<Answer<{ id: string }>> {
  const checked = checkShape(End, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const { id, seenRevision } = checked.value;
  const known = await context.store.read((database) => recordingById(database, id));
  if (known && context.role !== 'lead' && known.addedById !== context.actor)
    return refusedSaying('may_not', 'id', 'Whoever brought a recording in takes it back, or a lead.');
  const ended = await context.store.write((transaction) =>
    changeRecording(transaction, id, seenRevision, { endedAtMs: context.now() }),
  );
  if (!ended) return refusedSaying('conflict', 'seenRevision', OVERTAKEN);
  changed('all');
  return succeed({ id });
}

const OVERTAKEN =
  'Somebody else has changed this recording meanwhile. Nothing was stored: look at theirs first.';

const ROWS_AT_ONCE = 20_000;

/** A recording as CSV, every number as it was read; null where there is none. */
export async function recordingCsv(context: Context, id: string): Promise<AsyncGenerator<string> | null> {
  const line = await context.store.read((database) => recordingById(database, id));
  const packed = line && (await recordedBytes(context, id));
  if (!line || !packed) return null;
  const samples = await samplesIn(packed);
  return samples.ok ? csvRows(line, samples.value) : null;
}

async function* csvRows(
  { name, takenAtMs }: RecordingLine,
  { seconds, volts, amps }: Recording,
): AsyncGenerator<string> {
  const said = name.replace(/[\r\n]+/g, ' ');
  yield `# ${said}\n# ${new Date(takenAtMs).toISOString()}\n${['t_s', volts && 'v', amps && 'i_a'].filter(Boolean).join(',')}\n`;
  for (let from = 0; from < seconds.length; from += ROWS_AT_ONCE) {
    let text = '';
    for (let at = from; at < Math.min(seconds.length, from + ROWS_AT_ONCE); at++)
      text += `${seconds[at]}${volts ? `,${volts[at]}` : ''}${amps ? `,${amps[at]}` : ''}\n`;
    yield text;
  }
}
