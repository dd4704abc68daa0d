import { STANDARD_RULES } from '../rules/standard-rules';
import type { Segment } from '../vehicle/path';
import cases from './check.cases.json';
import { type CheckEvidence, type CircuitSpec, NOTHING_KNOWN, nothingRead } from './check-evidence';
import { judgeCheck } from './judge-check';

interface Written {
  readonly why: string;
  readonly read: CheckEvidence['measured'];
  readonly vehicle?: Partial<CircuitSpec>;
  readonly celsius?: number;
  readonly minutes?: number;
  readonly looked?: CheckEvidence['looked'];
  readonly drops?: readonly (readonly [Segment, number, number, ('charging' | 'starting')?])[];
  readonly finds?: readonly string[];
  readonly lacks?: readonly string[];
  readonly limits?: Readonly<Record<string, number>>;
  readonly full?: Readonly<Record<string, number>>;
  readonly indicative?: boolean;
  readonly cause?: readonly string[];
  readonly action?: string;
  readonly caution?: string;
}

function evidenceOf({ read, vehicle, celsius, minutes, looked, drops = [] }: Written): CheckEvidence {
  return {
    ...nothingRead({ ...NOTHING_KNOWN, ...vehicle }),
    measured: read,
    temperatureC: celsius ?? null,
    netMinutes: minutes ?? null,
    looked: looked ?? {},
    drops: drops.map(([segment, volts, amps, current = 'charging']) => ({ segment, volts, amps, current })),
  };
}

describe('a check of a vehicle, worked by hand', () => {
  it('holds at least sixty cases', () => expect(cases.length).toBeGreaterThanOrEqual(60));

  it.each(cases as unknown as readonly Written[])('$why', (written) => {
    const { findings, segments, causes, actions, indicative } = judgeCheck(
      evidenceOf(written),
      STANDARD_RULES,
    );
    const found = findings.map(({ code, segment }) => (segment ? `${code}:${segment}` : code));
    for (const code of written.finds ?? []) expect(found).toContain(code);
    for (const code of written.lacks ?? []) expect(found).not.toContain(code);
    for (const [of, limit] of Object.entries(written.limits ?? {})) {
      expect(findings.find((one) => one.of === of && one.measured)?.measured?.limit).toBeCloseTo(limit, 6);
    }
    for (const [segment, volts] of Object.entries(written.full ?? {})) {
      expect(segments.find((one) => one.segment === segment)?.fullVolts).toBeCloseTo(volts, 6);
    }
    if (written.indicative !== undefined) expect(indicative).toBe(written.indicative);
    if (written.cause) expect(written.cause).toContain(causes[0]?.cause);
    if (written.action)
      expect(
        actions
          .map(({ text }) => text)
          .join(' ')
          .toLowerCase(),
      ).toContain(written.action);
    if (written.caution)
      expect(actions.map(({ caution }) => caution ?? '').join(' ')).toContain(written.caution);
  });
});
