import type { BatterySpec } from './battery';
import { fitQuestion } from './slot-fit';

const of = (over: Partial<BatterySpec>): BatterySpec => ({
  construction: 'agm',
  nominalVolts: 12,
  ratings: [{ standard: 'SAE', amps: 800 }],
  c20Ah: 70,
  rcMinutes: null,
  ...over,
});

describe('what speaks against a battery in a place', () => {
  it('nothing, where it is like the one that stood there or does its work', () => {
    expect(fitQuestion(of({}), null, of({}))).toBeNull();
    expect(
      fitQuestion(of({}), null, of({ construction: 'flooded', ratings: [{ standard: 'SAE', amps: 700 }] })),
    ).toBeNull();
    expect(fitQuestion(of({}), null, null)).toBeNull();
  });

  it('that it is made as another, rated lower, or of other cells', () => {
    expect(fitQuestion(of({ construction: 'flooded' }), null, of({}))).toMatch(/takes AGM/);
    expect(fitQuestion(of({ ratings: [{ standard: 'SAE', amps: 500 }] }), null, of({}))).toMatch(
      /500 A SAE.*800 A/,
    );
    expect(fitQuestion(of({ nominalVolts: 6 }), null, of({}))).toMatch(/6 V.*12 V/);
  });

  it('what the vehicle asks for goes before what happened to stand there', () => {
    const asked = { type: 'gel' as const, rating: null };
    expect(fitQuestion(of({}), asked, of({}))).toMatch(/takes Gel/);
  });
});
