import { uuidv7 } from 'uuidv7';
import { judgeCheck } from '@/core/circuit/judge-check';
import { fullCheck } from '@/core/instruments/check-trial';
import { drawVehicle } from '@/core/physics/vehicle/draw-vehicle';
import { seededChance } from '@/core/quantity/chance';
import { assess } from '../src/core/assessment/assess';
import type { Evidence } from '../src/core/assessment/evidence';
import { flipsOf } from '../src/core/assessment/what-if';
import type { BatterySpec } from '../src/core/battery/battery';
import { assessmentRecord } from '../src/core/exchange/assessment-record';
import { judgeRun } from '../src/core/procedure/judge-run';
import { PRESETS } from '../src/core/rules/presets';
import { STANDARD_RULES } from '../src/core/rules/standard-rules';
import { evidenceFromReadings } from '../src/core/steps/evidence-from-readings';
import type { Reading } from '../src/core/steps/reading';
import { addBattery } from '../src/store/batteries';
import { openStore } from '../src/store/open';
import { finishWith } from '../src/store/runs';
import { runs } from '../src/store/schema';
import { addTechnician } from '../src/store/technicians';

const BATTERY: BatterySpec = {
  construction: 'flooded',
  nominalVolts: 12,
  ratings: [{ standard: 'SAE', amps: 570 }],
  c20Ah: 60,
  rcMinutes: null,
};
const STARTED_MS = Date.UTC(2024, 0, 1);
const BATCH = 500;

/** Readings of a run that was worked through in full, `turn` deciding what they were. */
function readingsOf(turn: number): Reading[] {
  const volts = 12.3 + (turn % 40) / 100;
  const temperatureC = (turn % 30) - 5;
  const captured = [
    ['identify', { confirmed: true }],
    ['complaint', { symptom: 'routine' }],
    ['inspection', { case: 'ok', smell: 'none', terminals: 'ok', level: 'ok' }],
    ['settle', { method: 'rested', restMinutes: 800, clockMinutes: 0 }],
    ['open_circuit', { volts, temperatureC }],
    ['hydrometer', { gravities: [1.25, 1.255, 1.25, 1.245, 1.25, 1.25], temperatureC, compensated: false }],
    ['conductance', { value: 380 + (turn % 200), unit: 'SAE', compensated: 'both', temperatureC }],
    ['load', { amps: 285, seconds: 15, volts: 9 + (turn % 170) / 100, temperatureC }],
  ] as const;
  return captured.map(
    ([kind, data], at) =>
      ({
        id: `${turn}-${at}`,
        runId: String(turn),
        kind,
        data,
        takenAtMs: STARTED_MS + at * 60_000,
        technicianId: 't',
        instrument: 'typed',
        forced: false,
        supersedesId: null,
        reason: null,
      }) as unknown as Reading,
  );
}

const evidenceOf = (turn: number): Evidence => evidenceFromReadings(BATTERY, readingsOf(turn));

/** Fills an empty store with finished runs. */
export async function seedHistory(file: string, count: number): Promise<void> {
  const store = await openStore(`file:${file}`);
  const technicianId = uuidv7();
  await addTechnician(store, { id: technicianId, name: 'Maro Tindell' }, STARTED_MS);
  const { construction, ...rest } = BATTERY;
  const battery = {
    id: uuidv7(),
    tag: 'B-1',
    type: construction,
    nominalVolts: rest.nominalVolts,
    c20Ah: rest.c20Ah,
    ratings: [...rest.ratings],
    rcMinutes: null,
    model: '',
    place: '',
    dateCode: '',
    fittedOn: null,
  };
  await addBattery(store, battery, technicianId, STARTED_MS);
  for (let from = 0; from < count; from += BATCH) {
    const made = Array.from({ length: Math.min(BATCH, count - from) }, (_, at) => {
      const evidence = evidenceOf(from + at);
      const assessment = assess(evidence, STANDARD_RULES);
      const runId = uuidv7();
      const madeAtMs = STARTED_MS + from + at;
      return assessmentRecord({ id: uuidv7(), runId, madeAtMs, evidence, assessment, override: null });
    });
    const rows = made.map(({ runId, madeAtMs }) => ({
      id: runId,
      batteryId: battery.id,
      startedAtMs: madeAtMs,
      startedById: technicianId,
      finishedAtMs: madeAtMs,
      finishedById: technicianId,
      assessmentId: null,
      rulesId: STANDARD_RULES.id,
      rulesVersion: STANDARD_RULES.version,
    }));
    await store.write(async (transaction) => {
      await transaction.insert(runs).values(rows);
      for (const record of made) {
        await finishWith(transaction, record, { atMs: record.madeAtMs, byId: technicianId });
      }
    });
  }
  store.close();
}

/** The same judgements in a bare loop over evidence that is in memory already, ms. */
export function bareLoopMs(count: number): number {
  const other = PRESETS[1]?.rules ?? STANDARD_RULES;
  const evidence = Array.from({ length: count }, (_, turn) => evidenceOf(turn));
  const startedMs = performance.now();
  let changed = 0;
  for (const known of evidence) {
    if (assess(known, STANDARD_RULES).verdict !== assess(known, other).verdict) changed++;
  }
  const tookMs = performance.now() - startedMs;
  if (changed === 0) throw new Error('the two sets of rules must differ on some');
  return tookMs;
}

/** What a keystroke in the load test costs: the whole judgement, the next best step and every flip, ms each. */
export function keystrokesMs(count: number): number[] {
  return Array.from({ length: count }, (_, turn) => {
    const readings = readingsOf(turn);
    const startedMs = performance.now();
    const { evidence } = judgeRun(BATTERY, readings, STANDARD_RULES);
    flipsOf(evidence, STANDARD_RULES);
    return performance.now() - startedMs;
  });
}

/** What a keystroke in the check of a vehicle costs: findings, causes, next probe and actions of a full check, ms each. */
export function checkKeystrokesMs(count: number): number[] {
  const chance = seededChance(11);
  const checks = Array.from(
    { length: count },
    () => fullCheck(drawVehicle(chance, { spread: 1 }), chance).evidence,
  );
  return checks.map((evidence) => {
    const startedMs = performance.now();
    judgeCheck(evidence, STANDARD_RULES);
    return performance.now() - startedMs;
  });
}
