import { STANDARD_RULES } from '../rules/standard-rules';
import cases from './check.cases.json';
import { checkEvidence, type WrittenCheck } from './check-cases.test-support';
import { judgeCheck } from './judge-check';

describe('a check of a vehicle, worked by hand', () => {
  it('holds at least sixty cases', () => expect(cases.length).toBeGreaterThanOrEqual(60));

  it.each(cases as unknown as readonly WrittenCheck[])('$why', (written) => {
    const { findings, segments, causes, actions, indicative } = judgeCheck(
      checkEvidence(written),
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
