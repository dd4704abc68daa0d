import { recordOf, replay } from '../../../scripts/recorded-trial.test-support';
import type { RecordingTrial } from './recording-trial-summary';

/** What was found when docs/recordings.md was written. */
const { found, prints } = recordOf<{ readonly found: RecordingTrial }>('recordings');

describe('what is read off recorded starts, on a thousand by chance', () => {
  const of = (name: string) => found.features.find((feature) => feature.name === name);

  it('was last tried as it is now: a few of them come to the same again', () => {
    const { now, asRecorded } = replay('recordings', prints);
    expect(now).toEqual(asRecorded);
    expect(prints.starts).toHaveLength(50);
    expect(found.tried).toBe(1000);
  });

  it('is near to what was true', () => {
    expect(of('plateau_v')?.off.p95).toBeLessThan(0.05);
    expect(of('start_s')?.off.p95).toBeLessThan(0.02);
    expect(of('crank_rpm')?.off.p95).toBeLessThan(0.03);
    expect(of('supply_mohm')?.off.p95).toBeLessThan(0.1);
    expect(of('taper_tau_s')?.off.p95).toBeLessThan(0.15);
    expect(of('rest_v')?.off.p95).toBeLessThan(0.02);
    expect(of('charging_v')?.off.p95).toBeLessThan(0.05);
    expect(of('inrush_v')?.off.p95).toBeLessThan(0.25);
  });

  it('is found where it is, and not where it is not', () => {
    for (const { name, found: there, missed, ghosts, absent } of found.features) {
      expect([name, missed / Math.max(1, there + missed) <= 0.05]).toEqual([name, true]);
      expect([name, ghosts / Math.max(1, absent) <= 0.02]).toEqual([name, true]);
    }
    expect(found.attemptsWrong).toBe(0);
  });

  it('tells a missing phase and a weak cylinder where the recording can', () => {
    const { phase, weak } = found;
    expect(phase.asked).toBeGreaterThan(200);
    expect(phase.right / phase.asked).toBeGreaterThanOrEqual(0.98);
    expect(weak.there).toBeGreaterThan(50);
    expect(weak.found / weak.there).toBeGreaterThanOrEqual(0.95);
    expect(weak.ghosts / weak.none).toBeLessThanOrEqual(0.02);
  });
});
