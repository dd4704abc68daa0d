import { tryStart } from './recording-trial';
import { recordingTrial } from './recording-trial-summary';

const SEED = 7_000;
const TRIED = 90;

/** The same as docs/recordings.md tells of a thousand, on fewer: wide enough for chance, too narrow for a rule that is wrong. */
describe('what is read off recorded starts, on starts by chance', () => {
  const trial = recordingTrial(Array.from({ length: TRIED }, (_, at) => tryStart(SEED + at)));
  const of = (name: string) => trial.features.find((feature) => feature.name === name);

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
    for (const { name, found, missed, ghosts, absent } of trial.features) {
      expect([name, missed / Math.max(1, found + missed) <= 0.05]).toEqual([name, true]);
      expect([name, ghosts / Math.max(1, absent) <= 0.02]).toEqual([name, true]);
    }
    expect(trial.attemptsWrong).toBe(0);
  });

  it('tells a missing phase and a weak cylinder where the recording can', () => {
    expect(trial.phase.asked).toBeGreaterThan(10);
    expect(trial.phase.right / trial.phase.asked).toBeGreaterThanOrEqual(0.98);
    expect(trial.weak.there).toBeGreaterThan(3);
    expect(trial.weak.found / trial.weak.there).toBeGreaterThanOrEqual(0.95);
    expect(trial.weak.ghosts / trial.weak.none).toBeLessThanOrEqual(0.02);
  });
});
