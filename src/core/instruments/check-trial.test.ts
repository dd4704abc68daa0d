import { seededChance } from '../quantity/chance';
import { tryChecks } from './check-trial';

describe('the ranking of causes on 2,000 simulated vehicles that it has not learned from', () => {
  const trial = tryChecks(seededChance(4711), 2000);

  it('puts a true cause first in nine of ten', () => {
    expect(trial.right).toBeGreaterThanOrEqual(0.9);
  });

  it('blames hardly any sound battery, and hardly any sound alternator', () => {
    expect(trial.batteryBlamed).toBeLessThanOrEqual(0.01);
    expect(trial.alternatorBlamed).toBeLessThanOrEqual(0.02);
  });

  it('tells chances that hold', () => {
    expect(trial.distance).toBeLessThanOrEqual(0.03);
    expect(trial.reliability.filter(({ count }) => count > 30).length).toBeGreaterThanOrEqual(9);
  });

  it('settles it with far fewer readings where the proposed probes are followed', () => {
    const { full, followed, followedRight } = trial.readings;
    expect(followed / full).toBeLessThanOrEqual(0.6);
    expect(followedRight).toBeGreaterThanOrEqual(0.85);
  });
});
