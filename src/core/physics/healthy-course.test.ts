import { healthyCourse } from './healthy-course';
import { FLOODED_60 } from './specs.test-support';

describe('the course of a healthy battery', () => {
  it('starts from the open voltage that was read and lies higher for more health', () => {
    const task = { chargePct: 80, temperatureC: 10, amps: 285, seconds: 15, openVolts: 12.6 };
    const [good, worn] = [healthyCourse(FLOODED_60, 100, task), healthyCourse(FLOODED_60, 70, task)];
    expect(good).toHaveLength(60);
    for (const [at, [seconds, volts]] of (good ?? []).entries()) {
      expect(seconds).toBeCloseTo((at + 1) / 4, 9);
      expect(volts).toBeGreaterThan(worn?.[at]?.[1] ?? 99);
    }
  });

  it('is unknown where the label gives nothing to scale from', () => {
    const bare = { ...FLOODED_60, ratings: [], c20Ah: null };
    const task = { chargePct: 80, temperatureC: 10, amps: 285, seconds: 15, openVolts: null };
    expect(healthyCourse(bare, 100, task)).toBeUndefined();
  });
});
