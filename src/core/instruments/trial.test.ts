import { recordOf, replay } from '../../../scripts/recorded-trial.test-support';
import { CORE_VERSION } from '../assessment/core-version';
import { seededChance } from '../quantity/chance';
import { STANDARD_RULES } from '../rules/standard-rules';
import { AS_ASKED } from './hand-habits';
import { type Trial, tryOne } from './trial';
import { type Calibration, WITH_A_MISTAKE } from './trial-calibration';
import { canShow, type Share, type TrialRow, type TrialSummary } from './trial-summary';

/** What the script behind docs/accuracy.md finds: the same seed, the same 10,000 batteries. */
interface Accuracy {
  readonly core: string;
  readonly full: TrialSummary;
  readonly cuts: Readonly<
    Record<'construction' | 'temperature' | 'duty' | 'block' | 'fault', readonly TrialRow[]>
  >;
  readonly calibrations: readonly Calibration[];
  /** The same of units that were all tested when they were new. */
  readonly own: { readonly summary: TrialSummary; readonly calibrations: readonly Calibration[] };
  readonly good: Share;
  readonly bad: Share;
}

const rate = ({ count, of }: Share) => count / of;
/** Whether a share is no more than chance makes, in nineteen of twenty samples of this size, of one that is at its limit. */
const isWithin = ({ count, of }: Share, limit: number) => count <= limit * of + 1.64 * Math.sqrt(limit * of);

/** What was found when docs/accuracy.md was written. */
const { core, full, cuts, calibrations, own, good, bad, prints } = recordOf<Accuracy>('accuracy');

describe('the judgement against the truth of 10,000 simulated batteries, makers and hands that differ', () => {
  it('was last held against it as it is now: every tenth hundred comes to the same again', () => {
    const { now, asRecorded } = replay('accuracy', prints);
    expect(now).toEqual(asRecorded);
    expect([now.full, now.own].map((all) => all?.length)).toEqual([10, 10]);
    expect(core).toBe(CORE_VERSION);
  });

  it('condemns at most 0.5 % of the fit, returns at most 1 % of the unfit, leaves at most 3 % open', () => {
    expect(full.trials).toBe(10_000);
    expect(full.wronglyCondemned.of).toBeGreaterThan(3000);
    expect(rate(full.wronglyCondemned)).toBeLessThanOrEqual(0.005);
    expect(full.wronglyReturned.of).toBeGreaterThan(3000);
    expect(rate(full.wronglyReturned)).toBeLessThanOrEqual(0.01);
    expect(rate(full.undecided)).toBeLessThanOrEqual(0.03);
  });

  it('condemns no more in any construction, at any temperature, for any duty', () => {
    for (const { name, summary } of [...cuts.construction, ...cuts.temperature, ...cuts.duty])
      expect([name, isWithin(summary.wronglyCondemned, 0.005)]).toEqual([name, true]);
  });

  it('returns few with acid in layers or shed plates', () => {
    for (const kind of ['Acid in layers', 'Shed plates']) {
      const row = cuts.fault.find(({ name }) => name === kind);
      expect(row && rate(row.summary.wronglyReturned)).toBeLessThanOrEqual(0.05);
    }
  });

  it('serves most of the truly good and retires most of the truly bad', () => {
    expect(rate(good)).toBeGreaterThan(0.88);
    expect(rate(bad)).toBeGreaterThan(0.98);
  });

  it.each([
    ['against its label', calibrations],
    ['against its own first tests', own.calibrations],
  ])('is as sure of a health as it says, in every band: %s', (_against, told) => {
    const bands = told.filter(({ name }) => name !== WITH_A_MISTAKE);
    expect(bands.length).toBeGreaterThan(15);
    for (const { name, count, withinOne, withinTwo, bias } of bands) {
      const holds = [withinOne >= 0.6, withinOne <= 0.76, withinTwo >= 0.92, withinTwo <= 0.98];
      expect([name, count > 300, Math.abs(bias) <= 3, ...holds]).toEqual([
        name,
        ...holds.map(() => true),
        true,
        true,
      ]);
    }
  });

  it('errs less where a unit was tested when it was new, and condemns and returns no more than it may', () => {
    const [byLabel] = calibrations;
    const [byOwn] = own.calibrations;
    expect(byOwn?.spread).toBeLessThan(0.93 * (byLabel?.spread ?? 0));
    expect(byOwn?.toldSd).toBeLessThan(0.93 * (byLabel?.toldSd ?? 0));
    expect(Math.abs(byOwn?.bias ?? 1)).toBeLessThanOrEqual(1);
    expect(rate(own.summary.wronglyCondemned)).toBeLessThanOrEqual(0.005);
    expect(rate(own.summary.wronglyReturned)).toBeLessThanOrEqual(0.01);
  });
});

describe('what a fault can be told by', () => {
  const chance = seededChance(7);
  const hurried = Array.from({ length: 400 }, () => tryOne(chance, STANDARD_RULES, AS_ASKED));
  const of = (kind: string) => hurried.find(({ fault }) => fault?.kind === kind) as Trial;

  it('shed plates by the Ah of a charge alone, a shorted cell by its voltage', () => {
    const shed = { ...of('shedding'), capacityPct: 50 };
    expect(canShow({ ...shed, capacityTold: false })).toBe(false);
    expect(canShow({ ...shed, capacityTold: true })).toBe(true);
    expect(canShow({ ...shed, capacityTold: true, capacityPct: 75 })).toBe(false);
    expect(canShow(of('shorted_cell'))).toBe(true);
  });

  it('a bad joint only by a load test that was made', () => {
    const joint = { ...of('joint'), healthPct: 55 };
    expect(canShow({ ...joint, taken: new Set(['conductance']) })).toBe(false);
    expect(canShow({ ...joint, taken: new Set(['load']) })).toBe(true);
  });

  it('a hand that does only what it is asked for takes no hydrometer and fewer load tests', () => {
    expect(hurried.some(({ taken }) => taken.has('hydrometer'))).toBe(false);
    expect(hurried.filter(({ taken }) => taken.has('load')).length).toBeLessThan(300);
  });
});
