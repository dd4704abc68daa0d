import { recordOf, replay } from '../../../scripts/recorded-trial.test-support';
import { CORE_VERSION } from '../assessment/core-version';
import { seededChance } from '../quantity/chance';
import { CAUSES, type Cause } from '../vehicle/cause';
import { type TriedCheck, tryCheck } from './check-trial';
import { type CheckTrial, checkTrial } from './check-trial-summary';

/** What was found when docs/vehicle-causes.md was written. */
const { core, found, prints } = recordOf<{ readonly core: string; readonly found: CheckTrial }>(
  'vehicle-causes',
);

describe('the ranking of causes on 2,000 simulated vehicles that it has not learned from', () => {
  it('was last tried as it is now: two hundred of them come to the same again', () => {
    const { now, asRecorded } = replay('causes', prints);
    expect(now).toEqual(asRecorded);
    expect(now.checks).toHaveLength(2);
    expect(core).toBe(CORE_VERSION);
  });

  it('puts a true cause first in nine of ten', () => {
    expect(found.vehicles).toBe(2000);
    expect(found.right).toBeGreaterThanOrEqual(0.9);
  });

  it('blames hardly any sound battery, and hardly any sound alternator', () => {
    expect(found.batteryBlamed).toBeLessThanOrEqual(0.01);
    expect(found.alternatorBlamed).toBeLessThanOrEqual(0.02);
  });

  it('tells chances that hold', () => {
    expect(found.distance).toBeLessThanOrEqual(0.03);
    expect(found.reliability.filter(({ count }) => count > 30).length).toBeGreaterThanOrEqual(9);
  });

  it('settles it with far fewer readings where the proposed probes are followed', () => {
    const { full, followed, followedRight } = found.readings;
    expect(followed / full).toBeLessThanOrEqual(0.6);
    expect(followedRight).toBeGreaterThanOrEqual(0.85);
  });
});

describe('a summary of what was tried', () => {
  const told = (first: Cause, ...true_: Cause[]): TriedCheck => ({
    causes: new Set(true_),
    chances: CAUSES.map((cause) => (cause === first ? 0.8 : 0)),
    readings: 20,
    probes: 10,
    followedTo: first,
  });

  it('counts who is blamed of those in whom that part is sound', () => {
    const trial = checkTrial([
      told('battery_worn', 'battery_worn'),
      told('battery_worn', 'starter_drag'),
      told('starter_drag', 'starter_drag'),
      told('diode', 'battery_faulty'),
    ]);
    expect(trial.right).toBe(0.5);
    expect(trial.batteryBlamed).toBe(0.5);
    expect(trial.alternatorBlamed).toBe(0.25);
    expect(trial.readings).toEqual({ full: 20, followed: 10, followedRight: 0.5 });
    // Told as 0.8 four times, true twice.
    expect(trial.distance).toBeCloseTo(0.3, 9);
    expect(trial.confusion.get('starter_drag')?.get('battery_worn')).toBe(1);
  });

  it('finds out a ranking that is sure of what is not true', () => {
    const chance = seededChance(5);
    const boasting = Array.from({ length: 30 }, (_, at) => tryCheck(at)).map((one) => ({
      ...one,
      chances: CAUSES.map(() => (chance.uniform() < 0.2 ? 0.95 : 0.01)),
    }));
    expect(checkTrial(boasting).distance).toBeGreaterThan(0.3);
    expect(checkTrial(boasting).right).toBeLessThan(0.5);
  });
});
