import fc from 'fast-check';
import { checkEntry } from '../quantity/entry';
import { evenly } from '../quantity/evenly.test-support';
import { MEASURED_NAMES } from './check-reading';
import { readingProblems } from './check-reading-problems';
import { PIECES, SIDES } from './path';
import {
  CLAMPS,
  type Clamp,
  engineForDrop,
  hasBothCurrents,
  type TypedBeside,
  typedAs,
  typedReading,
} from './typed-reading';

const BESIDE: TypedBeside = {
  segment: null,
  amps: null,
  drawnBy: 'fast',
  clamp: 'amps',
  minutes: 4,
  temperatureC: 15,
  unfit: false,
  fuse: '',
};
const clamps = Object.keys(CLAMPS) as Clamp[];

describe('a typed reading', () => {
  it('is in amperes, whatever the clamp gives and however small a draw is', () => {
    const amps = (name: 'net_a' | 'draw_a' | 'crank_a', typed: number, clamp: Clamp = 'amps') =>
      typedReading(name, typed, { ...BESIDE, clamp }).value;
    expect(amps('net_a', 6.5)).toBe(6.5);
    expect(amps('net_a', -65, 'mv10')).toBe(-6.5);
    expect(amps('crank_a', 180, 'mv1')).toBe(180);
    expect(amps('draw_a', 45)).toBe(0.045);
    // A draw is read in milliamperes: a clamp that was chosen for another reading changes nothing of it.
    expect(amps('draw_a', 45, 'mv10')).toBe(0.045);
    expect([
      typedAs('draw_a', 'mv1').unit,
      typedAs('crank_a', 'mv1').unit,
      typedAs('rest_v', 'mv1').unit,
    ]).toEqual([...['mA', 'mV', 'V']]);
  });

  it('carries what belongs to it and nothing else', () => {
    const beside = { ...BESIDE, segment: 'strap', amps: 60, unfit: true } as const;
    expect(typedReading('rest_v', 12.6, beside)).toMatchObject({
      segment: null,
      amps: null,
      minutes: null,
      temperatureC: 15,
      unfit: false,
      engine: 'off',
    });
    expect(typedReading('net_a', 12, beside)).toMatchObject({ minutes: 4, temperatureC: null, unfit: false });
    expect(typedReading('draw_a', 20, beside)).toMatchObject({ unfit: true, engine: 'off', loads: 'none' });
    expect(typedReading('drop_v', 0.1, { ...beside, drawnBy: 'cranking' })).toMatchObject({
      segment: 'strap',
      amps: 60,
      engine: 'cranking',
      loads: null,
      temperatureC: null,
    });
  });

  it('that was let through as typed is refused by nothing that bounds the reading itself', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...MEASURED_NAMES.filter((name) => name !== 'drop_v')),
        fc.constantFrom(...clamps),
        evenly(0, 20_000),
        (name, clamp, typed) => {
          const { unit, quantity } = typedAs(name, clamp);
          if (unit === 'mV' || checkEntry(quantity, typed, 12).kind !== 'taken') return;
          const wrong = readingProblems(typedReading(name, typed, { ...BESIDE, clamp }), 12);
          // What is left to refuse is a system of another voltage than is noted, and no bound.
          expect(wrong.filter(({ expected }) => !expected.startsWith('about 12 V'))).toEqual([]);
        },
      ),
    );
  });

  it('of a drop is read with the current that flows there, and goes on with the last where both do', () => {
    for (const segment of [...SIDES, ...PIECES]) {
      for (const before of ['starting', 'charging'] as const) {
        const engine = engineForDrop(segment, before);
        const drop = typedReading('drop_v', 0.1, { ...BESIDE, segment, amps: 100, drawnBy: engine });
        expect(readingProblems(drop, 12)).toEqual([]);
        if (hasBothCurrents(segment)) expect(engine).toBe(before === 'starting' ? 'cranking' : 'fast');
      }
    }
  });
});
