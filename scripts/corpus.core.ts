// Writes what this version of the core leaves behind: a database and its files, for the corpus that every later version
// must be able to read. Run once a version, by `npm run corpus`.
import { writeFileSync } from 'node:fs';
import { uuidv7 } from 'uuidv7';
import { CORE_VERSION } from '../src/core/assessment/core-version';
import { registerBattery } from '../src/server/batteries';
import type { Context } from '../src/server/context';
import { contextOn } from '../src/server/context.test-support';
import { beginLot, saveLot, storeLot } from '../src/server/lots';
import { rulesToday, saveRules } from '../src/server/rules';
import { answerRun, captureReading, finishRun, startRun } from '../src/server/runs';
import { runFile, siteFile } from '../src/server/site-files';
import { registerTechnician } from '../src/server/technicians';
import { openStore } from '../src/store/open';

type Step = readonly [kind: string, data: unknown, extra?: Readonly<Record<string, unknown>>];

const LAST = 'the reading before';
const [technicianId, other] = [uuidv7(), uuidv7()];
let nowMs = Date.UTC(2026, 9, 12, 8);
let serial = 0;
let context: Context;

async function must<T>(
  what: string,
  asked: Promise<{ ok: boolean; value?: T; problems?: readonly { message: string }[] }>,
): Promise<T> {
  const answer = await asked;
  if (!answer.ok) throw new Error(`${what}: ${answer.problems?.map(({ message }) => message).join('; ')}`);
  return answer.value as T;
}

async function run(
  what: string,
  label: Readonly<Record<string, unknown>>,
  steps: readonly Step[],
  finish = true,
) {
  const batteryId = uuidv7();
  const written = {
    tag: `OLD-${++serial}`,
    type: 'flooded',
    nominalVolts: 12,
    c20Ah: 60,
    rcMinutes: null,
    ratings: [{ standard: 'SAE', amps: 570 }],
    model: 'Corvane M60',
    place: 'Yard tractor 3',
    dateCode: 'K4',
    fittedOn: '2024-03-12',
    ...label,
  };
  await must(what, registerBattery(context, { id: batteryId, technicianId, label: written }));
  const runId = uuidv7();
  await must(what, startRun(context, { id: runId, batteryId, technicianId }));
  let last = '';
  for (const [kind, data, extra = {}] of steps) {
    nowMs += 60_000;
    const id = uuidv7();
    const put = Object.fromEntries(
      Object.entries(extra).map(([name, value]) => [name, value === LAST ? last : value]),
    );
    const reading = {
      id,
      runId,
      kind,
      data,
      takenAtMs: nowMs,
      technicianId,
      instrument: 'typed',
      forced: false,
      supersedesId: null,
      reason: null,
      ...put,
    };
    await must(`${what}, ${kind}`, captureReading(context, reading));
    last = id;
  }
  nowMs += 60_000;
  if (!finish) return runId;
  const { readings } = await must(what, answerRun(context, runId));
  const seenReadingIds = readings.map(({ id }) => id);
  await must(what, finishRun(context, { runId, technicianId: other, seenReadingIds }));
  return runId;
}

const sound = { case: 'ok', smell: 'none', terminals: 'ok', level: 'ok' };
const rested: Step = ['settle', { method: 'rested', restMinutes: 800, clockMinutes: 0 }];
const begin: readonly Step[] = [['identify', { confirmed: true }], ['inspection', sound], rested];
const open = (volts: number, temperatureC = 20): Step => ['open_circuit', { volts, temperatureC }];
const load = (volts: number, amps = 285): Step => ['load', { amps, seconds: 15, volts, temperatureC: 20 }];
const conductance = (value: number): Step => [
  'conductance',
  { value, unit: 'SAE', compensated: 'both', temperatureC: 20 },
];

/** One run a way through the procedure. */
async function everyWay(): Promise<string> {
  const first = await run('served', {}, [...begin, open(12.65), load(10.6)]);
  const righted: Step = [
    'open_circuit',
    { volts: 12.6, temperatureC: 20 },
    { supersedesId: LAST, reason: 'Swapped' },
  ];
  await run('put right', {}, [...begin, open(12.06), righted, load(10.1)]);
  await run('retired', {}, [...begin, open(12.62), load(9.3), ['recovery', { minutes: 5, volts: 12.5 }]]);
  const agm = { type: 'agm', ratings: [{ standard: 'EN', amps: 760 }], c20Ah: 70 };
  await run('to be charged', agm, [...begin, open(12.2, 5)]);
  const cracked: Step = ['inspection', { ...sound, case: 'cracked' }];
  await run('cracked', { type: 'gel', ratings: [], c20Ah: 100 }, [
    ['identify', { confirmed: true }],
    cracked,
  ]);
  const six = { nominalVolts: 6, ratings: [{ standard: 'SAE', amps: 640 }], c20Ah: 100 };
  await run('of 6 V', six, [...begin, open(6.32), load(5.2, 320)]);
  const charged: readonly Step[] = [['charge', { full: true }], rested, open(12.72), load(10.4)];
  await run('charged', { type: 'calcium' }, [...begin, open(12.1), ...charged]);
  await run('left open', { type: 'efb' }, [...begin, open(12.7)], false);
  const gravities = [1.265, 1.26, 1.262, 1.21, 1.265, 1.264];
  await run('cells', {}, [
    ...begin,
    open(12.6),
    ['hydrometer', { gravities, temperatureC: 22, compensated: false }],
  ]);
  await run('conductance', {}, [...begin, open(12.6), conductance(480)]);
  await run('disagree', {}, [...begin, open(12.62), conductance(540), load(8.2)]);
  await run('three minutes', {}, [...begin, open(12.1), ['three_minute', { amps: 40, volts: 16.2 }]]);
  await run('passed over', {}, [
    ...begin,
    ['skip', { step: 'conductance', reason: 'none here' }],
    open(12.62),
  ]);
  await run('on the vehicle', {}, [
    ['identify', { confirmed: true }],
    ['complaint', { symptom: 'slow_crank' }],
    ['vehicle_check', { check: 'side_drop', value: 0.42, ownFrom: null, ownTo: null }],
    [
      'inspection',
      { ...sound, caps: 'ok', holdDown: 'loose', topVolts: 0.8, eye: 'charged', belt: 'worn', fuse: 'ok' },
    ],
    rested,
    open(12.6),
    ['crank', { volts: 9.9, seconds: 4, amps: 160, temperatureC: 18, engine: 'small', inrushVolts: 8.1 }],
    load(10.2),
  ]);
  await run('charged here', {}, [
    ...begin,
    open(12.0),
    ['charge_start', { mode: 'normal', volts: 14.5, amps: 12, hours: 6 }],
    ['charge_log', { volts: 14.4, amps: 8, temperatureC: 24, gravity: 1.23 }],
    ['charge', { full: true, ampHours: 31 }],
    // Longer than the run itself: somebody stands by it.
    [rested[0], rested[1], { forced: true }],
    open(12.66),
    ['stand', { hours: 24, startVolts: 12.66, volts: 12.1, temperatureC: 20 }],
    load(10.3),
  ]);
  const override: Step = ['override', { verdict: 'watch', why: 'Spare for the season' }];
  await run('overridden', {}, [...begin, open(12.63), load(9.9), override]);
  const trace = [
    [0, 12.6, 0],
    [0.5, 10.9, 285],
    [15, 10.31, 285],
  ];
  const recorded = { amps: 285, seconds: 15, volts: 10.31, temperatureC: 20, trace };
  await run('recorded', {}, [...begin, open(12.64), ['load', recorded]]);
  const today = await rulesToday(context);
  const rules = { ...today, name: 'Harbour house', health: { ...today.health, retirePct: 62 } };
  await must(
    'rules',
    saveRules(context, { rules, seenVersion: 0, reason: 'The lead decided', technicianId }),
  );
  await run('own rules', {}, [...begin, open(12.63), load(9.9)]);
  await run('open on own rules', {}, [...begin, open(12.63)], false);
  return first;
}

async function rack(): Promise<void> {
  const [id, importId] = [uuidv7(), uuidv7()];
  const name = 'Rack of October';
  await must('rack', beginLot(context, { id, name, technicianId }));
  const rested6 = { temp_c: '20', rest_min: '800' };
  const rows = [
    {
      tag: 'R-1',
      construction: 'flooded',
      rating_a: '570',
      c20_ah: '60',
      ...rested6,
      ocv_v: '12.6',
      load_a: '285',
      load_v: '10.4',
    },
    { tag: 'R-2', construction: 'agm', rating_a: '700', ...rested6, ocv_v: '12.1' },
  ];
  await must('rack', saveLot(context, { id, name, seenRevision: 1, rows }));
  await must('rack', storeLot(context, { id, importId, technicianId, seenRevision: 2, seenRuns: 2 }));
}

/** Writes a database into a folder, and the files that it comes to beside it. */
export async function writeCorpus(folder: string): Promise<string> {
  context = await contextOn(await openStore(`file:${folder}/store.db`), { now: () => nowMs });
  await must('people', registerTechnician(context, { id: technicianId, name: 'Maro Tindell' }));
  await must('people', registerTechnician(context, { id: other, name: 'Anselm Roake' }));
  const first = await everyWay();
  const file = await runFile(context, first);
  if (file?.ok) writeFileSync(`${folder}/run.json`, file.value);
  await rack();
  let text = '';
  for await (const piece of siteFile(context)) text += piece;
  writeFileSync(`${folder}/site.json`, text);
  await context.store.close();
  return CORE_VERSION;
}
