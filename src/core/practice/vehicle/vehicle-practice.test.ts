import { judgeCheck } from '../../circuit/judge-check';
import { fullCheck } from '../../instruments/check-trial';
import { seededChance } from '../../quantity/chance';
import { STANDARD_RULES } from '../../rules/standard-rules';
import { newReading, type Reading } from '../../steps/reading';
import { TYPED } from '../../steps/typed';
import { CAUSES } from '../../vehicle/cause';
import { GRADED_VEHICLE_CASES } from './graded-vehicle-cases';
import { drawnOfCase, vehicleOfCase } from './vehicle-case';
import { randomVehicleCode, vehicleCaseOf } from './vehicle-code';
import { vehicleDebrief } from './vehicle-debrief';

const CASES = Object.entries(GRADED_VEHICLE_CASES);
const caseOf = (code: string) => {
  const read = vehicleCaseOf(code);
  if (!read.ok) throw new Error(`no case ${code}`);
  return read.value;
};

let serial = 0;
const envelope = () => ({
  id: `r${++serial}`,
  runId: 'run',
  technicianId: 'who',
  instrument: TYPED,
  takenAtMs: serial,
});
const check = (of: 'rest_v' | 'crank_v' | 'drop_v' | 'fast_v', value: number, over = {}): Reading =>
  newReading(
    'check_reading',
    {
      of,
      value,
      state: null,
      segment: null,
      amps: null,
      loads: null,
      minutes: null,
      engine: of === 'crank_v' ? 'cranking' : null,
      temperatureC: null,
      unfit: false,
      ...over,
    },
    envelope(),
  );
const pulled = () => newReading('kept_from_starting', { by: 'fuel_relay' }, envelope());
const back = () => newReading('put_back', {}, envelope());

describe.each(CASES)('the case %s', (_code, vehicleCase) => {
  it('is settled by a full check: a true cause stands first', () => {
    const { evidence } = fullCheck(drawnOfCase(vehicleCase), seededChance(5));
    const [first] = judgeCheck(evidence, STANDARD_RULES).causes;
    expect([...drawnOfCase(vehicleCase).causes]).toContain(first?.cause);
  });

  it('is a vehicle that the register could hold, and has a way that is shorter than reading everything', () => {
    expect(vehicleOfCase('x', vehicleCase).alternatorAmps).toBeGreaterThan(0);
    const { pathMinutes, path } = vehicleDebrief(vehicleCase, {
      readings: [],
      batteryTested: false,
      cause: 'nothing_found',
    });
    expect(path.length).toBeGreaterThan(0);
    expect(pathMinutes).toBeLessThan(90);
  });
});

it('has at least six in which the battery is innocent', () => {
  const innocent = CASES.filter(
    ([, one]) => ![...drawnOfCase(one).causes].some((cause) => cause.startsWith('battery_')),
  );
  expect(innocent.length).toBeGreaterThanOrEqual(6);
});

it('says what a sound battery would have cost, and what was true', () => {
  const told = vehicleDebrief(caseOf('strap'), {
    readings: [check('rest_v', 12.6)],
    batteryTested: false,
    cause: 'battery_worn',
  });
  expect(told.right).toBe(false);
  expect(told.wrongCost).toBeGreaterThan(0);
  expect(told.truth.join(' ')).toContain('Ground strap');
  expect(told.truth).toContain('The battery was innocent.');
  expect(told.remarks.map(({ text }) => text).join(' ')).toContain('sound battery would have been replaced');
});

it('tells danger from a relay that was left out, and both from work that was well done', () => {
  const worked = (...readings: readonly Reading[]) =>
    vehicleDebrief(caseOf('strap'), { readings, batteryTested: false, cause: 'charging_minus_path' });
  const kinds = (...readings: readonly Reading[]) => worked(...readings).remarks.map(({ kind }) => kind);
  const rest = check('rest_v', 12.6);
  const strap = check('drop_v', 0.8, { segment: 'strap', amps: 60, engine: 'fast' });
  expect(kinds(rest, strap, check('crank_v', 10.6))).toContain('danger');
  expect(kinds(rest, strap, pulled(), check('crank_v', 10.6))).toContain('mistake');
  expect(kinds(rest, strap, pulled(), check('crank_v', 10.6), back())).toEqual(['good']);
  expect(kinds(rest, check('drop_v', 0.9, { segment: 'charge_minus', amps: 60, engine: 'fast' }))).toContain(
    'missed',
  );
  expect(worked(rest, strap).score).toBe(100);
});

it('gives the same vehicle to whoever has its code, and none to a code that is none', () => {
  const one = caseOf(randomVehicleCode(481));
  expect(caseOf('v-481')).toEqual(one);
  expect(drawnOfCase(one)).toEqual(drawnOfCase(one));
  for (const wrong of ['', 'v-', 'v-123456', 'constructor', '__proto__'])
    expect(vehicleCaseOf(wrong).ok).toBe(false);
});

it('draws every kind of cause among its first thousand', () => {
  const met = new Set(
    Array.from({ length: 1000 }, (_, seed) => [
      ...drawnOfCase(caseOf(randomVehicleCode(seed))).causes,
    ]).flat(),
  );
  expect(CAUSES.filter((cause) => !met.has(cause))).toEqual([]);
});
