import { checkShape } from '../exchange/check-shape';
import { planCharge } from './charge-plan';
import { chargerLacks, chargerWords } from './charger';
import { type Charger, ChargerSchema, chargerContradiction } from './charger-schema';

const four: Charger = {
  id: '01900000-0000-7000-8000-000000000001',
  name: 'Four-way',
  place: 'Corner',
  circuit: 'C1',
  channels: 4,
  mostAmps: 17.5,
  leastVolts: 10,
  mostVolts: 15,
  modes: ['normal', 'slow'],
  senses: false,
  retiredAtMs: null,
};
const flooded = {
  construction: 'flooded',
  nominalVolts: 12,
  ratings: [{ standard: 'SAE', amps: 570 }],
  c20Ah: 60,
  rcMinutes: null,
  duty: null,
} as unknown as Parameters<typeof planCharge>[0];
const planned = (mode: 'normal' | 'equalise' | 'deep', battery = flooded) => {
  const task = { chargePct: 50, temperatureC: 25, chargerAmps: four.mostAmps, senses: false, mode };
  const plan = planCharge(battery, task);
  if (!plan) throw new Error('its capacity is known');
  return plan;
};

describe('a charger', () => {
  it('is kept with what it can do', () => {
    expect(checkShape(ChargerSchema, four)).toMatchObject({ ok: true });
    for (const [field, value] of [
      ['name', '  '],
      ['channels', 0],
      ['channels', 1.5],
      ['mostAmps', 0],
      ['modes', []],
      ['modes', ['normal', 'normal']],
      ['modes', ['boost']],
    ] as const)
      expect(checkShape(ChargerSchema, { ...four, [field]: value })).toMatchObject({ ok: false });
  });

  it('gives a full charge of a 12 V battery, and less than its battery asks for is no lack', () => {
    expect(planned('normal').absorptionVolts).toBe(14.4);
    expect(chargerLacks(four, planned('normal'))).toEqual([]);
    expect(planned('normal').amps).toBeLessThan(four.mostAmps);
  });

  it('lacks a way of charging, and the volts of an equalising charge', () => {
    expect(chargerLacks(four, planned('deep'))).toEqual([
      'It has no way to charge like this: Wake it, watched.',
    ]);
    // 14.4 V and the 0.7 V of an equalising charge, held to the 15.0 V that a flooded battery stands.
    expect(planned('equalise').absorptionVolts).toBe(15);
    const weak = { ...four, modes: ['equalise' as const], mostVolts: 14.9 };
    expect(chargerLacks(weak, planned('equalise'))).toEqual([
      'It gives 14.9 V at most; this asks for 15.00 V.',
    ]);
    expect(chargerLacks({ ...weak, mostVolts: 15 }, planned('equalise'))).toEqual([]);
  });

  it('cannot be set low enough for a block of 6 V', () => {
    const block = { ...flooded, nominalVolts: 6 as const };
    expect(chargerLacks(four, planned('normal', block))).toEqual([
      'It gives 10.0 V at least; this asks for 7.20 V.',
    ]);
  });

  it('is called by its name, with the channel where it has several', () => {
    const { id } = four;
    expect(chargerWords({ charger: id, channel: 2 }, [four])).toBe('Four-way, channel 2');
    expect(chargerWords({ charger: id, channel: 1 }, [{ ...four, channels: 1 }])).toBe('Four-way');
    expect(chargerWords({ charger: id }, [four])).toBe('Four-way');
    expect(chargerWords({}, [four])).toBeNull();
    expect(chargerWords({ charger: id }, [])).toBe('a charger of another site');
  });

  it('does not give less at most than at least', () => {
    expect(chargerContradiction(four)).toBeNull();
    expect(chargerContradiction({ ...four, mostVolts: 9 })).toMatchObject({ field: 'mostVolts', found: 9 });
  });
});
