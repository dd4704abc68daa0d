import { spawnSync } from 'node:child_process';
import { seededChance } from '../quantity/chance';
import { STANDARD_RULES } from '../rules/standard-rules';
import { AS_ASKED } from './hand-habits';
import { type Trial, tryOne } from './trial';
import { canShow, type Share, type TrialRow, type TrialSummary } from './trial-summary';

/** What the script behind docs/accuracy.md finds: the same seed, the same 5000 batteries. */
interface Accuracy {
  readonly full: TrialSummary;
  readonly cuts: Readonly<Record<'construction' | 'temperature', readonly TrialRow[]>>;
  readonly good: Share;
  readonly bad: Share;
}

const rate = ({ count, of }: Share) => count / of;

describe('the judgement against the truth of 5000 simulated batteries', () => {
  const { stdout } = spawnSync(process.execPath, ['scripts/accuracy.mjs', '--json'], {
    encoding: 'utf8',
    maxBuffer: 1 << 26,
  });
  const { full, cuts, good, bad } = JSON.parse(stdout) as Accuracy;

  it('condemns at most 1 % of the fit, returns at most 2 % of the unfit, leaves at most 5 % open', () => {
    expect(full.trials).toBe(5000);
    expect(full.wronglyCondemned.of).toBeGreaterThan(1000);
    expect(rate(full.wronglyCondemned)).toBeLessThanOrEqual(0.01);
    expect(full.wronglyReturned.of).toBeGreaterThan(1000);
    expect(rate(full.wronglyReturned)).toBeLessThanOrEqual(0.02);
    expect(rate(full.undecided)).toBeLessThanOrEqual(0.05);
  });

  it('does so in every construction and at every temperature', () => {
    for (const { summary: part } of [...cuts.construction, ...cuts.temperature]) {
      expect(rate(part.wronglyCondemned)).toBeLessThanOrEqual(0.02);
      expect(rate(part.wronglyReturned)).toBeLessThanOrEqual(0.02);
    }
  });

  it('serves most of the truly good and retires most of the truly bad', () => {
    expect(rate(good)).toBeGreaterThan(0.97);
    expect(rate(bad)).toBeGreaterThan(0.99);
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
