import type { BatterySpec } from '../battery/battery';
import type { Duty } from '../battery/duty';
import { STANDARD_RULES } from '../rules/standard-rules';
import { newReading, type Reading, type ReadingData, type ReadingKind } from '../steps/reading';
import { STEPS } from '../steps/registry';
import { type JudgedRun, judgeRun } from './judge-run';
import { runState } from './run-state.test-support';

const MINUTE_MS = 60_000;

/** A run that is written down reading by reading, a minute apart. */
function run(duty: Duty) {
  const spec: BatterySpec = {
    construction: 'agm',
    nominalVolts: 12,
    ratings: [],
    c20Ah: 75,
    rcMinutes: null,
    duty,
  };
  const readings: Reading[] = [];
  const take = <K extends ReadingKind>(kind: K, data: ReadingData<K>) => {
    const id = `00000000-0000-7000-8000-${String(readings.length).padStart(12, '0')}`;
    const takenAtMs = readings.length * MINUTE_MS;
    readings.push(
      newReading(kind, data, { id, runId: 'r', technicianId: 't', instrument: 'typed', takenAtMs }),
    );
    return judged();
  };
  const judged = (): JudgedRun => judgeRun(spec, readings, STANDARD_RULES);
  const gateOf = (step: 'load' | 'discharge' | 'conductance' | 'charge') => {
    const { current, assessment } = judged();
    return STEPS[step].gate({
      current,
      assessment,
      rules: STANDARD_RULES,
      nowMs: readings.length * MINUTE_MS,
    });
  };
  const sheet = () =>
    runState(spec, readings, STANDARD_RULES, readings.length * MINUTE_MS).sheet.map(({ id }) => id);
  take('identify', { confirmed: true });
  take('complaint', { symptom: 'routine' });
  take('inspection', { case: 'ok', smell: 'none', terminals: 'ok', level: 'sealed' });
  take('settle', { method: 'rested', restMinutes: 800, clockMinutes: 0 });
  return { take, judged, gateOf, sheet };
}

const RESTED = { volts: 12.9, temperatureC: 25 };
/** 75 Ah at 25 A last 20 h (75/500)^1.11 = 146 min. */
const discharged = (minutes: number) => ({
  amps: 25,
  minutes,
  earlyVolts: null,
  endVolts: 10.5,
  temperatureC: 25,
});

it('a deep-cycle battery is led to the discharge, emptied, charged, and back to service', () => {
  const { take, gateOf } = run('deep_cycle');
  expect(take('open_circuit', RESTED)).toMatchObject({ nextStep: 'discharge' });
  expect(gateOf('discharge').open).toBe(true);
  take('discharge_start', { amps: 25, minutes: 146 });
  // While it runs, nothing else is read off it or done to it.
  for (const step of ['load', 'conductance', 'charge'] as const)
    expect(gateOf(step)).toMatchObject({ open: false, reason: 'being discharged: end that first' });
  expect(gateOf('discharge').open).toBe(true);
  take('discharge_log', { minutes: 60, volts: 12.2 });
  const emptied = take('discharge', discharged(140));
  expect(emptied.assessment).toMatchObject({ verdict: 'charge', decidedBy: 'charge_after_discharge' });
  expect(emptied).toMatchObject({ nextStep: 'charge', current: { last: { discharge_start: undefined } } });
  // What its voltage was before the discharge opens nothing now.
  expect(gateOf('load')).toMatchObject({ open: false, reason: 'emptied by its discharge: charge first' });
  expect(gateOf('discharge')).toMatchObject({ open: false });
  expect(take('charge', { full: true, ampHours: 80 }).nextStep).toBe('settle');
  take('settle', { method: 'rested', restMinutes: 800, clockMinutes: 0 });
  expect(take('open_circuit', RESTED).assessment).toMatchObject({
    verdict: 'serve',
    grade: 'A',
    decidedBy: 'capacity_sound',
  });
});

it('one that only starts an engine is not asked for a discharge', () => {
  const { take, sheet } = run('starting');
  expect(take('open_circuit', RESTED).nextStep).not.toBe('discharge');
  expect(sheet()).not.toContain('discharge');
});

it('the Ah of a charge count from what was read before it, and a correction of that corrects them', () => {
  const { take } = run('both');
  // 12.06 V are 25 % of an AGM: (1 − 0.25) × 75 × 1.14 = 64 Ah are missing.
  take('open_circuit', { volts: 12.06, temperatureC: 25 });
  const { evidence, assessment } = take('charge', { full: true, ampHours: 32 });
  expect(evidence.returned).toEqual({ ampHours: 32, fromPct: 25 });
  expect(assessment.estimates.capacity).toMatchObject({ method: 'returned', low: true });
  expect(Math.round(assessment.estimates.capacity?.pct ?? 0)).toBe(50);
});

it('of two charges the one that began lower tells the capacity', () => {
  const { take } = run('both');
  take('open_circuit', { volts: 12.06, temperatureC: 25 });
  take('charge', { full: true, ampHours: 60 });
  take('open_circuit', { volts: 12.62, temperatureC: 25 });
  expect(take('charge', { full: true, ampHours: 10 }).evidence.returned).toEqual({
    ampHours: 60,
    fromPct: 25,
  });
});

it('a part charge tells nothing of the capacity', () => {
  const { take } = run('both');
  take('open_circuit', { volts: 12.06, temperatureC: 25 });
  expect(take('charge', { full: false, ampHours: 10 }).evidence.returned).toBeNull();
});
