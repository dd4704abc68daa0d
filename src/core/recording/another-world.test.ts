import { type Chance, seededChance } from '../quantity/chance';
import { examine } from './examine';
import type { FeatureName } from './features';

/**
 * A start from sums that know nothing of the simulated vehicle: a straight supply, sines for compressions, another alternator. What is
 * read off has to hold in a world that it was not made by.
 */
interface Start {
  readonly rate: number;
  readonly cylinders: number;
  readonly rpm: number;
  readonly ohms: number;
  readonly rest: number;
  readonly amps: number;
  readonly swing: number;
  readonly onS: number;
  readonly keyOnS: number | null;
  readonly crankS: number;
  readonly runs: boolean;
  readonly weak: number;
  readonly regulated: number;
  readonly missingPhase: boolean;
  readonly tauS: number;
  readonly tailS: number;
}

function drawn(chance: Chance): Start {
  const onS = chance.between(0.6, 1.6);
  return {
    rate: chance.pick([200, 1000, 5000, 20_000] as const),
    cylinders: chance.pick([3, 4, 4, 6, 8] as const),
    rpm: chance.between(130, 250),
    ohms: chance.between(0.004, 0.013),
    rest: chance.between(12.2, 12.8),
    amps: chance.between(90, 250),
    swing: chance.between(0.12, 0.28),
    onS,
    keyOnS: chance.uniform() < 0.5 ? onS - chance.between(0.25, 0.4) : null,
    crankS: chance.between(1.1, 3.4),
    runs: chance.uniform() < 0.85,
    weak: chance.uniform() < 0.35 ? chance.between(0.15, 0.35) : 0,
    regulated: chance.between(13.8, 14.7),
    missingPhase: chance.uniform() < 0.3,
    tauS: chance.between(3, 6),
    tailS: chance.pick([5, 16] as const),
  };
}

const IDLE_HZ = 190;

/** Voltage and current of it at a moment. */
function at(start: Start, now: number): readonly [volts: number, amps: number] {
  const { onS, crankS, ohms, rest, amps, swing, rpm, cylinders, weak } = start;
  const since = now - onS;
  let current = start.keyOnS !== null && now > start.keyOnS ? 8 : 0;
  if (since > 0 && since <= crankS) {
    const phase = (rpm / 60) * (cylinders / 2) * since;
    const lobe = Math.floor(phase);
    const depth = swing * (weak > 0 && lobe % cylinders === 1 ? 1 - weak : 1);
    const ripple = since > 0.12 ? amps * depth * Math.sin(2 * Math.PI * (phase - lobe) - Math.PI / 2) : 0;
    current += amps * (1 + 3 * Math.exp(-since / 0.06)) * (1 - Math.exp(-since / 0.003)) + ripple;
  } else if (since > crankS) current += amps * Math.exp(-(since - crankS) / (start.runs ? 0.03 : 0.004));
  let volts = rest - ohms * current - (since > 0 ? 0.08 * (1 - Math.exp(-since / 0.5)) : 0);
  const charged = since - crankS - 0.3;
  if (start.runs && charged > 0) {
    const up = 1 - Math.exp(-charged / 0.5);
    const turn = 2 * Math.PI * IDLE_HZ * now;
    volts += (start.regulated - volts) * up;
    volts +=
      up *
      (start.missingPhase
        ? 0.35 * Math.cos(turn) + 0.2 * Math.cos(2 * turn) + 0.12 * Math.cos(3 * turn)
        : 0.03 * Math.cos(6 * turn));
    current += (-(3 + 32 * Math.exp(-charged / start.tauS)) - current) * up;
  }
  return [volts, current];
}

function examined(start: Start, chance: Chance) {
  const count = Math.round((start.onS + start.crankS + start.tailS) * start.rate);
  const [seconds, volts, amps] = [new Float64Array(count), new Float64Array(count), new Float64Array(count)];
  for (let place = 0; place < count; place++) {
    const now = place / start.rate;
    const [v, a] = at(start, now);
    seconds[place] = now;
    volts[place] = Number((v + chance.normal(0.006)).toFixed(3));
    amps[place] = Number((a + chance.normal(0.8)).toFixed(1));
  }
  return examine({ seconds, volts, amps }, start.cylinders);
}

describe('what is read off starts of another world', () => {
  const tried = Array.from({ length: 40 }, (_, seed) => {
    const chance = seededChance(900 + seed);
    const start = drawn(chance);
    return { start, ...examined(start, chance) };
  });

  /** Errors of a feature against what is true, where it is there; each has to be found. */
  const errors = (name: FeatureName, truth: (start: Start) => number | null, asShare = false) =>
    tried.flatMap(({ start, features }) => {
      const [value, found] = [truth(start), features.values[name]];
      if (value === null) return [];
      if (!found) throw new Error(`${name} was not found`);
      return [Math.abs(found.value - value) / (asShare ? value : 1)];
    });
  const most = (values: readonly number[]) => Math.max(...values);

  it('is one attempt each, and near to what was true', () => {
    expect(tried.map(({ cranks }) => cranks.length)).toEqual(tried.map(() => 1));
    expect(most(errors('rest_v', ({ rest }) => rest))).toBeLessThan(0.02);
    expect(most(errors('start_s', ({ runs, onS, crankS }) => (runs ? onS + crankS : null)))).toBeLessThan(
      0.02,
    );
    expect(most(errors('crank_rpm', ({ rpm }) => rpm, true))).toBeLessThan(0.03);
    expect(most(errors('supply_mohm', ({ ohms }) => 1000 * ohms, true))).toBeLessThan(0.1);
    expect(most(errors('charging_v', ({ runs, regulated }) => (runs ? regulated : null)))).toBeLessThan(0.05);
    expect(
      most(errors('taper_tau_s', ({ runs, tauS, tailS }) => (runs && tailS > 10 ? tauS : null), true)),
    ).toBeLessThan(0.15);
  });

  it('is not there where it did not happen', () => {
    for (const { start, features } of tried) {
      if (!start.runs) expect([features.values.start_s, features.values.charging_v]).toEqual([null, null]);
      if (start.keyOnS === null) expect(features.values.key_on_s).toBeNull();
    }
  });

  it('tells a missing phase and a weak cylinder apart from sound ones', () => {
    for (const { start, features } of tried) {
      if (start.runs && start.rate >= 5000) expect(features.phaseMissing).toBe(start.missingPhase);
      if (features.evenness) expect(features.values.weak_cylinder !== null).toBe(start.weak > 0);
    }
  });
});
