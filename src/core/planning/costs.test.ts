import fc from 'fast-check';
import { formatMoney } from '../quantity/money';
import { type Costs, changedCosts, costsByPath, costsFrom, STANDARD_COSTS } from './costs';

const amount = fc.integer({ min: 0, max: 1_000_000 });
const costs: fc.Arbitrary<Costs> = fc.record({
  starting: amount,
  deepCycle: amount,
  labour: amount,
  visit: amount,
  breakdown: amount,
  standstill: fc.record({
    van: amount,
    bus: amount,
    tractor: amount,
    plough: amount,
    tanker: amount,
    generator: amount,
    boat: amount,
    winch: amount,
    stacker: amount,
    service: amount,
  }),
});

describe('the costs of a site, as a form and an address hold them', () => {
  it('come back as they were, and only what differs goes into an address', () => {
    fc.assert(
      fc.property(costs, costs, (one, own) => {
        expect(costsFrom(costsByPath(one), own)).toEqual({ ok: true, value: one });
        expect(costsFrom(changedCosts({ costs: one, own }), own)).toEqual({ ok: true, value: one });
      }),
    );
    expect(changedCosts({ costs: STANDARD_COSTS, own: STANDARD_COSTS })).toEqual({});
  });

  it.each(['', ' ', '-1', '1e3', '1,200', '1.234', '1 200', '1000001', 'NaN', '٣'])(
    'refuse %p by the name of the field, and keep nothing of the rest',
    (written) => {
      const read = costsFrom({ labour: '50', 'standstill.boat': written }, STANDARD_COSTS);
      expect(read.ok).toBe(false);
      if (read.ok) return;
      expect(read.problems).toHaveLength(1);
      expect(read.problems[0]).toMatchObject({ field: 'standstill.boat' });
      expect(read.problems[0]?.message).toContain('Workboat: found');
    },
  );

  it('are shown in whole units, and a hair under nothing is nothing', () => {
    expect(formatMoney(1234.4, 'EUR')).toBe('€1,234');
    expect(formatMoney(-0.3, 'EUR')).toBe('€0');
    expect(formatMoney(-12, 'EUR')).toBe('-€12');
  });
});
