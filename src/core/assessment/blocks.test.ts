import fc from 'fast-check';
import { NOMINAL_VOLTS, type NominalVolts } from '../battery/nominal-volts';
import { arrivingState } from '../instruments/arriving-state';
import { BenchHand } from '../instruments/bench-hand';
import { THOROUGH } from '../instruments/hand-habits';
import { modelOf } from '../physics/physical-battery';
import { seededChance } from '../quantity/chance';
import { evenly } from '../quantity/evenly.test-support';
import { STANDARD_RULES } from '../rules/standard-rules';
import { assess } from './assess';
import type { Evidence } from './evidence';
import { type ExampleCase, exampleEvidence } from './examples.test-support';

const BLOCKS = NOMINAL_VOLTS.filter((volts) => volts !== 12);

/** Evidence of a 12 V battery as a block of fewer cells would have given it: each cell as before, the same current. */
function asBlock(evidence: Evidence, nominalVolts: NominalVolts): Evidence {
  const share = nominalVolts / 12;
  const { battery, openCircuit, load, recovery, crank, stand, threeMinute, discharge } = evidence;
  const scaled = <T extends { readonly volts: number }>(read: T | null): T | null =>
    read && { ...read, volts: read.volts * share };
  return {
    ...evidence,
    battery: { ...battery, nominalVolts },
    openCircuit: scaled(openCircuit),
    load: scaled(load),
    loadsMadeVolts: evidence.loadsMadeVolts.map((volts) => volts * share),
    recovery: scaled(recovery),
    crank: scaled(crank),
    threeMinute: scaled(threeMinute),
    stand: stand && { ...stand, volts: stand.volts * share, startVolts: stand.startVolts * share },
    discharge: discharge && {
      ...discharge,
      endVolts: discharge.endVolts * share,
      earlyVolts: discharge.earlyVolts === null ? null : discharge.earlyVolts * share,
    },
  };
}

const between = (min: number, max: number) => evenly(min, max);
const anyExample: fc.Arbitrary<ExampleCase> = fc.record(
  {
    ocv: between(11.2, 12.9),
    celsius: between(-15, 45),
    load: between(6, 11),
    recovery: between(11.5, 12.8),
    crank: between(6, 11.5),
    stand: between(11, 12.9),
    conductance: fc.integer({ min: 150, max: 900 }),
    charges: fc.integer({ min: 0, max: 2 }),
  },
  { requiredKeys: ['ocv', 'celsius'] },
);

it.each(BLOCKS)('a block of %i V is judged as the 12 V battery of the same cells is', (nominalVolts) => {
  fc.assert(
    fc.property(anyExample, (example) => {
      const twelve = exampleEvidence(example);
      const [whole, block] = [twelve, asBlock(twelve, nominalVolts)].map((evidence) =>
        assess(evidence, STANDARD_RULES),
      );
      expect(block?.verdict).toBe(whole?.verdict);
      expect(block?.grade).toBe(whole?.grade);
      expect(block?.rule).toBe(whole?.rule);
      // As a share: where next to nothing is lost under load, health is a matter of the last bit, and of millions of percent.
      const [own, of12] = [block, whole].map((judged) => judged?.estimates.health?.pct ?? 1);
      expect((own ?? 0) / (of12 ?? 1)).toBeCloseTo(1, 5);
      expect(block?.estimates.task?.setAmps).toBe(whole?.estimates.task?.setAmps);
    }),
  );
});

// One cell short leaves five of six, three of four, two of three, one of two: 12.65 V by those.
it.each([
  [12, 10.54],
  [8, 6.32],
  [6, 4.22],
  [4, 2.11],
] as const)('of a %i V block the voltage with one cell shorted is told as that', (nominalVolts, ocv) => {
  const evidence = exampleEvidence({ battery: { nominalVolts }, ocv });
  expect(assess(evidence, STANDARD_RULES).decidedBy).toBe('shorted_cell');
  const flat = exampleEvidence({ battery: { nominalVolts }, ocv: (10.95 * nominalVolts) / 12 });
  expect(assess(flat, STANDARD_RULES).decidedBy).toBe('deeply_discharged');
});

it('a single cell is never told to have a shorted one beside others', () => {
  const evidence = exampleEvidence({ battery: { nominalVolts: 2 }, ocv: 1.75 });
  expect(assess(evidence, STANDARD_RULES).decidedBy).toBe('deeply_discharged');
});

describe.each(NOMINAL_VOLTS)('a simulated hand works a %i V block through the procedure', (nominalVolts) => {
  it.each([
    [1, ['serve']],
    [0.72, ['watch']],
    [0.4, ['retire']],
  ] as const)('of %d health to %s', (health, verdicts) => {
    const spec = {
      ...({ construction: 'flooded', nominalVolts, c20Ah: 100, rcMinutes: null } as const),
      ratings: [{ standard: 'SAE', amps: 600 } as const],
    };
    const model = modelOf({ spec, health, capacity: 1, faults: [] });
    if (!model) throw new Error('it is rated');
    const hand = new BenchHand({
      spec,
      model,
      rules: STANDARD_RULES,
      chance: seededChance(11),
      habits: THOROUGH,
      startedAtMs: 0,
      technicianId: 't',
      state: arrivingState(model, 92, 18, 14),
    });
    expect(hand.work({ symptom: 'routine', restHours: 14 })).toBe(true);
    expect(verdicts).toContain(hand.judged().assessment.verdict);
    const gravities = hand.readings.filter(({ kind }) => kind === 'hydrometer');
    for (const { data } of gravities)
      expect((data as { gravities: number[] }).gravities).toHaveLength(nominalVolts / 2);
  });
});
