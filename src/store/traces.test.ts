import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { sql } from 'drizzle-orm';
import fc from 'fast-check';
import { uuidv7 } from 'uuidv7';
import { assess } from '@/core/assessment/assess';
import type { Trace } from '@/core/assessment/evidence';
import { specOf } from '@/core/battery/battery';
import { assessmentRecord } from '@/core/exchange/assessment-record';
import type { BatteryRecord } from '@/core/exchange/views';
import { STANDARD_RULES } from '@/core/rules/standard-rules';
import { evidenceFromReadings } from '@/core/steps/evidence-from-readings';
import { newReading, type Reading } from '@/core/steps/reading';
import { addBattery } from './batteries';
import { openStore, type Store } from './open';
import { packTrace, unpackTrace } from './packed-trace';
import { addReading } from './readings';
import { finishWith, loadsOfBattery, startRun, wholeRun } from './runs';
import { addTechnician } from './technicians';

const technicianId = uuidv7();
const battery: BatteryRecord = {
  id: uuidv7(),
  tag: 'FH-1',
  type: 'flooded',
  nominalVolts: 12,
  c20Ah: 60,
  rcMinutes: null,
  ratings: [{ standard: 'SAE', amps: 570 }],
  model: '',
  place: '',
  dateCode: '',
  fittedOn: null,
};
const runId = uuidv7();
/** A load at 1 kHz for 15 s, no two points alike. */
const LONG: Trace = Array.from({ length: 15_000 }, (_, at) => [at / 1000, 10.5 - at / 60_000, 285]);

let store: Store;
beforeEach(async () => {
  store = await openStore(`file:${join(mkdtempSync(join(tmpdir(), 'integra-traces-')), 'x.db')}`);
  await addTechnician(store, { id: technicianId, name: 'Maro Tindell' }, 1);
  await addBattery(store, battery, technicianId, 1);
  await startRun(store, {
    id: runId,
    batteryId: battery.id,
    startedAtMs: 1,
    startedById: technicianId,
    rulesId: STANDARD_RULES.id,
    rulesVersion: STANDARD_RULES.version,
  });
});
afterEach(() => store.close());

function load(trace: Trace, instrument = 'Load bank'): Reading {
  const captured = { id: uuidv7(), runId, technicianId, instrument, takenAtMs: 2000 };
  const data = { amps: 285, seconds: 15, volts: 10.25, temperatureC: 20, trace: [...trace] };
  return newReading('load', data, captured);
}

const capture = (reading: Reading) => store.write((transaction) => addReading(transaction, reading, 3000));
const rows = (query: string) =>
  store.read((database) => database.all<Record<string, unknown>>(sql.raw(query)));

describe('a course that was recorded', () => {
  it('is kept once, however many records rest on it, and stands in each of them', async () => {
    const reading = load(LONG);
    await capture(reading);
    const spec = specOf(battery);
    if (!spec) throw new Error('a lead-acid battery has a spec');
    const evidence = evidenceFromReadings(spec, [reading]);
    const assessment = assess(evidence, STANDARD_RULES);
    const made = { id: uuidv7(), runId, madeAtMs: 4000, override: null };
    await store.write((transaction) =>
      finishWith(transaction, assessmentRecord({ ...made, evidence, assessment }), {
        atMs: 4000,
        byId: technicianId,
      }),
    );
    await capture({ ...load(LONG), supersedesId: reading.id, reason: 'The other clamp' });
    const whole = await wholeRun(store, runId);
    expect(whole?.unreadable).toEqual([]);
    for (const { data } of whole?.readings ?? []) expect(data).toMatchObject({ trace: LONG });
    expect(whole?.assessments[0]?.evidence.load?.trace).toEqual(LONG);
    expect((await loadsOfBattery(store, battery.id, 5)).map(({ trace }) => trace)).toEqual([LONG]);
    expect(await rows('select points from traces')).toEqual([{ points: 15_000 }]);
    const [size] = await rows('select sum(length(data)) as text from readings');
    expect(size?.text).toBeLessThan(400);
  });

  it('is never changed nor deleted, by whatever statement', async () => {
    await capture(load(LONG));
    for (const statement of ["update traces set trace = x'00'", 'delete from traces']) {
      const written = store.write((transaction) => transaction.run(sql.raw(statement)));
      await expect(written).rejects.toMatchObject({ name: 'StoreFault' });
    }
    expect(await rows('select count(*) as n from traces')).toEqual([{ n: 1 }]);
  });

  it('that stands in its reading, as it was kept before it had a place of its own, is read all the same', async () => {
    const short = LONG.slice(0, 30);
    await capture(load(short, 'typed'));
    const data = JSON.stringify({ amps: 285, seconds: 15, volts: 10.2, temperatureC: 20, trace: short });
    await store.write((transaction) =>
      transaction.run(
        sql.raw(`insert into readings select randomblob(16), run_id, kind, '${data}', taken_at_ms, recorded_at_ms,
          technician_id, instrument_number, forced, supersedes_id, reason, shape from readings`),
      ),
    );
    const readings = (await wholeRun(store, runId))?.readings ?? [];
    expect(readings.map(({ data: held }) => 'trace' in held && held.trace)).toEqual([short, short]);
  });

  it('that is damaged costs the course alone: the reading stands without it', async () => {
    const unpacked = unpackTrace(Buffer.from([1, 2, 3]));
    expect(unpacked).toHaveProperty('why');
    expect(unpackTrace(Buffer.from([9]))).toHaveProperty('why', expect.stringContaining('not known here'));
  });

  it('comes out with every number as it went in', () => {
    const number = fc.double({ noNaN: true, noDefaultInfinity: true });
    const point = fc.tuple(number, number, fc.option(number, { nil: null }));
    fc.assert(
      fc.property(fc.array(point), (trace) => {
        const plain = JSON.parse(JSON.stringify(trace));
        expect(unpackTrace(packTrace(trace))).toEqual(plain);
      }),
    );
  });
});

describe('what readings are taken with', () => {
  it('is a row of its own, the same for every reading whatever its spelling', async () => {
    await capture(load(LONG.slice(0, 2), 'Load bank 2'));
    await capture(load(LONG.slice(0, 3), 'load  BANK 2'));
    await capture(load(LONG.slice(0, 4), 'Load bank 3'));
    const readings = (await wholeRun(store, runId))?.readings ?? [];
    expect(readings.map(({ instrument }) => instrument).sort()).toEqual([
      ...['Load bank 2', 'Load bank 2', 'Load bank 3'],
    ]);
    expect(await rows('select name from instruments order by name')).toEqual([
      ...[{ name: 'Load bank 2' }, { name: 'Load bank 3' }],
    ]);
  });
});

it('a run is on a battery or on a vehicle, and never on both or neither', async () => {
  const run = (columns: string, values: string) =>
    store.write((transaction) =>
      transaction.run(
        sql.raw(`insert into runs (id, started_at_ms, started_by_id, rules_id, rules_version, ${columns})
          select randomblob(16), 1, started_by_id, 'x', 1, ${values} from runs limit 1`),
      ),
    );
  const vehicle = sql.raw(
    "insert into vehicles (id, name, class, site) values (randomblob(16), 'Van 1', 'van', 'Yard')",
  );
  await store.write((transaction) => transaction.run(vehicle));
  const aVehicle = '(select id from vehicles)';
  await expect(run('battery_id, vehicle_id', 'null, null')).rejects.toThrow();
  await expect(run('battery_id, vehicle_id', `battery_id, ${aVehicle}`)).rejects.toThrow();
  await run('vehicle_id', aVehicle);
  expect(await rows('select count(*) as n from runs where battery_id is null')).toEqual([{ n: 1 }]);
});
