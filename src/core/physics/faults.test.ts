import { cellCharge, restedState } from './battery-state';
import { charge, chargeMoment } from './charge';
import { dischargeCourse, rest } from './discharge';
import type { FAULT_KINDS } from './faults';
import { trueHealthPct } from './physical-battery';
import { cellGravities, cellVolts, compensatedOhms, openVolts, smallSignalOhms } from './readouts';
import { FLOODED_60, unit } from './specs.test-support';
import { terminalVolts } from './terminal-volts';

describe('faults', () => {
  const sound = unit(FLOODED_60);
  const state = restedState(sound, 100, 20);
  const drop = (kind: (typeof FAULT_KINDS)[number], degree = 0.5) => {
    const model = unit(FLOODED_60, 1, [{ kind, degree }]);
    return { model, state: restedState(model, 100, 20) };
  };

  it.each(['sulphation', 'shorted_cell', 'joint', 'open_joint', 'corrosion', 'dry_out'] as const)(
    '%s takes voltage under load and true health',
    (kind) => {
      const { model, state: faulty } = drop(kind);
      expect(terminalVolts(model, faulty, 200)).toBeLessThan(terminalVolts(sound, state, 200) - 0.1);
      expect(trueHealthPct(model)).toBeLessThan(trueHealthPct(sound) - 10);
    },
  );

  it('a shorted cell costs two volts at rest and shows in its own reading', () => {
    const { model, state: faulty } = drop('shorted_cell');
    expect(openVolts(sound, state) - openVolts(model, faulty)).toBeCloseTo(2.1, 1);
    expect(cellVolts(model, faulty).filter((volts) => volts < 0.5)).toHaveLength(1);
    const gravities = cellGravities(model, faulty);
    expect(Math.max(...gravities) - Math.min(...gravities)).toBeGreaterThan(0.05);
  });

  it('a slow short empties one cell while the others stand', () => {
    const { model, state: faulty } = drop('soft_short', 0.6);
    const later = rest(model, faulty, 2 * 24 * 60);
    expect(cellCharge(later, 2)).toBeLessThan(cellCharge(later, 1) - 0.2);
    expect(openVolts(model, later)).toBeLessThan(openVolts(model, faulty) - 0.05);
  });

  it('shed plates run dry early although the resistance hardly rises', () => {
    const { model, state: faulty } = drop('shedding', 1);
    expect(smallSignalOhms(model, faulty)).toBeLessThan(1.15 * smallSignalOhms(sound, state));
    const ended = (of: typeof model, from: typeof state) =>
      dischargeCourse(of, from, 25, 60, 60).volts.at(-1) ?? 0;
    expect(ended(model, faulty)).toBeLessThan(ended(sound, state) - 0.3);
  });

  it('a joint that opens with current shows less to a small signal than under load', () => {
    const { model, state: faulty } = drop('joint', 1);
    const seen = smallSignalOhms(model, faulty) - smallSignalOhms(sound, state);
    const felt = (terminalVolts(sound, state, 285) - terminalVolts(model, faulty, 285)) / 285;
    expect(seen).toBeLessThan(0.7 * felt);
  });

  it('sulphated plates push the voltage of the three-minute charge over its limit', () => {
    const endOf = (model: typeof sound) => {
      const flat = restedState(model, 40, 20);
      return chargeMoment(model, charge(model, flat, { amps: 40, volts: 18 }, 180), { amps: 40, volts: 18 })
        .volts;
    };
    expect(endOf(sound)).toBeLessThan(15.5);
    expect(endOf(drop('sulphation').model)).toBeGreaterThan(15.5);
  });

  it('a tester that compensates with the truth sees plates, not charge or cold', () => {
    const low = restedState(sound, 50, 0);
    expect(smallSignalOhms(sound, low)).toBeGreaterThan(1.3 * smallSignalOhms(sound, state));
    expect(compensatedOhms(sound, low)).toBeCloseTo(smallSignalOhms(sound, restedState(sound, 100, 25)), 9);
  });

  it.each([Number.NaN, -0.1, 1.1])('a degree of %d is a fault of the program', (degree) => {
    expect(() => unit(FLOODED_60, 1, [{ kind: 'joint', degree }])).toThrow(RangeError);
  });
});
