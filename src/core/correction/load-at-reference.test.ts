import fc from 'fast-check';
import { evenly } from '../quantity/evenly.test-support';
import { resistanceRise } from './charge-effect';
import { openCircuitVoltsAtCharge } from './charge-from-open-circuit';
import { resistanceAtTemperature } from './conductance';
import { loadAtReference } from './load-at-reference';
import { activationVolts } from './load-normalising';

const HELD = { construction: 'flooded', nominalVolts: 12, c20Ah: 60, amps: 285 } as const;
/** The voltage under load of a battery of so many mΩ at 25 °C and full, under conditions. */
const read = (milliohms: number, temperatureC: number, chargePct: number, blocks = 1) =>
  blocks *
  (openCircuitVoltsAtCharge(chargePct, 'flooded', temperatureC) -
    activationVolts(HELD.amps, { construction: 'flooded', temperatureC, c20Ah: HELD.c20Ah }) -
    (HELD.amps * milliohms * resistanceAtTemperature(temperatureC) * resistanceRise(chargePct)) / 1000);

describe('a load test brought to 25 °C and full charge', () => {
  it('is as it was where it was held there', () => {
    const trace = [
      [0, 12.6],
      [5, 10.4],
      [15, 10.2],
    ] as const;
    const brought = loadAtReference(trace, { ...HELD, temperatureC: 25, chargePct: 100 });
    brought.forEach(([seconds, volts], at) => {
      expect(seconds).toBe(trace[at]?.[0]);
      expect(volts).toBeCloseTo(trace[at]?.[1] ?? 0, 9);
    });
  });

  it('of the same battery is the same in any cold and at any charge', () => {
    fc.assert(
      fc.property(
        evenly(3, 9),
        evenly(-15, 35),
        evenly(50, 100),
        fc.constantFrom(6, 12),
        (milliohms, temperatureC, chargePct, nominalVolts) => {
          const blocks = nominalVolts / 12;
          const [end] = loadAtReference([[15, read(milliohms, temperatureC, chargePct, blocks)]], {
            ...HELD,
            temperatureC,
            chargePct,
            nominalVolts,
          });
          expect(end?.[1]).toBeCloseTo(read(milliohms, 25, 100, blocks), 6);
        },
      ),
    );
  });

  it('does not make a weak one strong', () => {
    const at = (milliohms: number) =>
      loadAtReference([[15, read(milliohms, -10, 80)]], {
        ...HELD,
        temperatureC: -10,
        chargePct: 80,
      })[0]?.[1];
    expect(at(8)).toBeLessThan((at(4) ?? 0) - 0.5);
  });
});
