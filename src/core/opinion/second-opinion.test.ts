import { spawnSync } from 'node:child_process';
import { type Evidence, noEvidence } from '../assessment/evidence';
import { restedState } from '../physics/battery-state';
import { dischargeCourse } from '../physics/discharge';
import type { Fault } from '../physics/faults';
import { cellGravities, openVolts, smallSignalOhms } from '../physics/readouts';
import { FLOODED_60, label, unit } from '../physics/specs.test-support';
import { disagreement } from './agreement';
import { explanationsFor } from './explanations';
import type { Reliability } from './reliability';
import { secondOpinion } from './second-opinion';

/** What perfect instruments read of a unit at 25 °C. */
function readOf(
  {
    health = 1,
    chargePct = 95,
    faults = [],
  }: { health?: number; chargePct?: number; faults?: readonly Fault[] },
  ...steps: readonly ('load' | 'conductance' | 'hydrometer')[]
): Evidence {
  const model = unit(FLOODED_60, health, faults);
  const state = restedState(model, chargePct, 25);
  const has = (step: (typeof steps)[number]) => steps.includes(step);
  const volts = dischargeCourse(model, state, 285, 1, 15).volts.at(-1) ?? 0;
  return {
    ...noEvidence(FLOODED_60),
    openCircuit: {
      volts: openVolts(model, state),
      temperatureC: 25,
      restMinutes: 900,
      surfaceRemoved: null,
      forced: false,
    },
    load: has('load') ? { volts, amps: 285, seconds: 15, temperatureC: 25, forced: false } : null,
    conductance: has('conductance')
      ? {
          value: 1 / smallSignalOhms(model, state),
          unit: 'S',
          compensated: 'none',
          temperatureC: 25,
          forced: false,
        }
      : null,
    hydrometer: has('hydrometer')
      ? { gravities: cellGravities(model, state), temperatureC: 25, compensated: false, forced: false }
      : null,
  };
}

const first = (evidence: Evidence) => secondOpinion(evidence)?.likelihoods[0];
const share = (evidence: Evidence, explanation: string) =>
  secondOpinion(evidence)?.likelihoods.find((likelihood) => likelihood.explanation === explanation)
    ?.probability ?? 0;

describe('the likeliest explanation', () => {
  it.each([
    ['sound', readOf({}, 'load', 'conductance')],
    ['low_charge', readOf({ chargePct: 40 }, 'conductance')],
    ['worn', readOf({ health: 0.5 }, 'load', 'conductance')],
    ['shorted_cell', readOf({ faults: [{ kind: 'shorted_cell', degree: 1 }] }, 'hydrometer')],
    ['joint', readOf({ faults: [{ kind: 'joint', degree: 0.7 }] }, 'load', 'conductance')],
    [
      'stratified',
      readOf({ faults: [{ kind: 'stratification', degree: 0.5 }] }, 'load', 'conductance', 'hydrometer'),
    ],
  ] as const)('%s, where it is that', (explanation, evidence) => {
    expect(first(evidence)?.explanation).toBe(explanation);
  });

  it('a low conductance beside a good load is a bad contact, not wear', () => {
    const good = readOf({}, 'load', 'conductance');
    const value = 0.7 * (good.conductance?.value ?? 0);
    const evidence = { ...good, conductance: good.conductance && { ...good.conductance, value } };
    expect(first(evidence)?.explanation).toBe('bad_contact');
    expect(share(evidence, 'worn')).toBeLessThan(0.1);
  });

  it('a voltage that does not come back after the load speaks for a low charge that the surface hid', () => {
    const read = readOf({ chargePct: 62 }, 'load');
    const hidden = {
      ...read,
      openCircuit: read.openCircuit && {
        ...read.openCircuit,
        volts: read.openCircuit.volts + 0.08,
        restMinutes: 30,
      },
    };
    const recovered = (volts: number) => ({ ...hidden, recovery: { minutes: 5, volts, forced: false } });
    const [fell, came] = [recovered(12.32), recovered(12.44)];
    expect(share(fell, 'low_charge')).toBeGreaterThan(share(came, 'low_charge') + 0.2);
    expect(share(came, 'sound')).toBeGreaterThan(share(fell, 'sound'));
  });

  it('probabilities add up to one, the same run gives the same answer, and progress comes to its end', () => {
    const told: number[] = [];
    const one = secondOpinion(readOf({}, 'load'), (progress) => told.push(progress));
    expect(one?.likelihoods.reduce((sum, { probability }) => sum + probability, 0)).toBeCloseTo(1, 9);
    expect(secondOpinion(readOf({}, 'load'))).toEqual(one);
    expect(told.at(-1)).toBe(1);
    expect(told).toEqual([...told].sort((a, b) => a - b));
  });

  it('says nothing without an open voltage or a label to scale from', () => {
    expect(secondOpinion(noEvidence(FLOODED_60))).toBeNull();
    const bare = { ...FLOODED_60, ratings: [], c20Ah: null };
    expect(secondOpinion({ ...readOf({}, 'load'), battery: bare })).toBeNull();
  });
});

describe('the test that would tell two apart', () => {
  it('is the load where a joint or wear could be behind a conductance', () => {
    const separation = secondOpinion(readOf({ health: 0.6 }, 'conductance'))?.separation;
    expect(separation?.step).toBe('load');
    expect(separation?.shows).toHaveLength(2);
    expect(separation?.sigmas).toBeGreaterThan(1);
  });

  it('is never one that was made already, nor a hydrometer in a sealed battery', () => {
    const made = secondOpinion(readOf({ health: 0.7 }, 'load', 'conductance', 'hydrometer'))?.separation;
    expect([undefined, null, 'three_minute']).toContain(made?.step ?? null);
    expect(explanationsFor(label('agm', 800, 70))).not.toContain('stratified');
  });
});

describe('beside the rules', () => {
  const opinion = (explanation: 'low_charge' | 'worn' | 'sound', probability: number) => ({
    likelihoods: [{ explanation, probability }],
    separation: null,
  });

  it('says when it disagrees, and only when it is sure', () => {
    const retire = { verdict: 'retire', decidedBy: 'worn' } as const;
    const danger = { verdict: 'quarantine', decidedBy: 'case_cracked' } as const;
    expect(disagreement(opinion('low_charge', 0.9), retire)).toContain('only low in charge, 90 %');
    expect(disagreement(opinion('worn', 0.9), { verdict: 'serve', decidedBy: 'sound' })).toContain('worn');
    expect(disagreement(opinion('worn', 0.9), retire)).toBeNull();
    expect(disagreement(opinion('low_charge', 0.4), retire)).toBeNull();
    expect(disagreement(opinion('low_charge', 0.9), danger)).toBeNull();
  });

  it('agrees with a charge before service of a battery that both call sound', () => {
    const charge = (decidedBy: 'charge_before_service' | 'recovers_low') =>
      disagreement(opinion('sound', 0.9), { verdict: 'charge', decidedBy });
    expect(charge('charge_before_service')).toBeNull();
    expect(charge('recovers_low')).toContain('sound, 90 %');
  });
});

it('its probabilities hold on batteries that it has not seen', () => {
  const { stdout } = spawnSync(process.execPath, ['scripts/second-opinion.mjs', '--json', '80'], {
    encoding: 'utf8',
  });
  const { calibrationError, firstIsTrue, bins } = JSON.parse(stdout) as Reliability;
  expect(calibrationError).toBeLessThan(0.05);
  expect(firstIsTrue).toBeGreaterThan(0.65);
  expect(bins[9]?.trueShare).toBeGreaterThan(0.85);
  expect(bins[0]?.trueShare).toBeLessThan(0.05);
}, 240_000);
