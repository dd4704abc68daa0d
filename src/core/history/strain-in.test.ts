import type { BatterySpec } from '../battery/battery';
import { usualCrankAmps } from '../vehicle/engine';
import { type Seat, strainIn as strainThere } from './strain-in';
import { USUAL_SURROUNDINGS } from './surroundings';

const spec: BatterySpec = {
  construction: 'flooded',
  nominalVolts: 12,
  c20Ah: 70,
  rcMinutes: null,
  ratings: [{ standard: 'SAE', amps: 600 }],
};
const seat = (vehicle: Partial<Seat['vehicle']>, more: Partial<Seat> = {}): Seat => ({
  vehicle: { engine: 'petrol_four', systemVolts: 12, joined: 'single', ...vehicle },
  batteries: 1,
  open: [],
  ...more,
});

const strainIn = (of: BatterySpec, at: Seat | null) => strainThere(of, at, USUAL_SURROUNDINGS);

describe('what a battery has to bear where it sits', () => {
  it('is its duty alone in a rack', () => {
    expect(strainIn({ ...spec, duty: 'deep_cycle' }, null)).toMatchObject({
      duty: 'deep_cycle',
      reserve: null,
      open: [],
    });
  });

  it('is its rating against what the engine asks; side by side all of them share the current', () => {
    const amps = usualCrankAmps('petrol_four', 12);
    expect(strainIn(spec, seat({})).reserve).toBeCloseTo(600 / amps, 9);
    expect(strainIn(spec, seat({ joined: 'parallel' }, { batteries: 2 })).reserve).toBeCloseTo(
      1200 / amps,
      9,
    );
    expect(strainIn(spec, seat({ joined: 'series' }, { batteries: 2 })).reserve).toBeCloseTo(600 / amps, 9);
  });

  it('is unknown where nobody knows the engine, or there is none', () => {
    expect(strainIn(spec, seat({ engine: 'none' })).reserve).toBeNull();
  });

  it('counts what wears it once, and not what does not', () => {
    const open = ['regulator_low', 'belt', 'parasitic_draw', 'nothing_found'] as const;
    expect(strainIn(spec, seat({}, { open: open })).open).toEqual(['undercharged', 'parasitic_draw']);
  });

  it('has the heat and the seasons of the site, in a rack too', () => {
    const south = { climate: 'hot', winter: 'june' } as const;
    expect(strainThere(spec, null, south)).toMatchObject(south);
    expect(strainThere(spec, seat({}), south)).toMatchObject(south);
  });
});
