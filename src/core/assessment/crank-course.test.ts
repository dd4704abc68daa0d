import * as fc from 'fast-check';
import { evenly } from '../quantity/evenly.test-support';
import { crankCourse } from './crank-course';
import type { Trace } from './evidence';

const STEADY: Trace = [
  [0.1, 8.9, 410],
  [0.5, 10.1, 190],
  [1, 10.4, 165],
  [1.5, 10.42, 161],
  [2, 10.38, 159],
  [3, 10.4, 160],
];

it('takes what lasts after the first second, and the dip beside it', () => {
  expect(crankCourse(STEADY)).toEqual({
    volts: 10.38,
    meanVolts: 10.4,
    amps: 160,
    seconds: 3,
    inrushVolts: 8.9,
  });
});

it('knows no current where none was recorded', () => {
  expect(crankCourse(STEADY.map(([at, volts]) => [at, volts, null]))?.amps).toBeNull();
});

it.each([
  ['nothing', []],
  ['a touch of the key', [[0.1, 9, 300] as const, [0.8, 10, 200] as const]],
  ['a second and a half', [[0.1, 9, 300] as const, [1.5, 10, 200] as const]],
])('%s tells nothing', (_, trace) => {
  expect(crankCourse(trace)).toBeNull();
});

it('the dip never lies above what lasts, and what lasts is among what was read', () => {
  const volts = evenly(4, 13);
  fc.assert(
    fc.property(fc.array(volts, { minLength: 25, maxLength: 150 }), (read) => {
      const trace: Trace = read.map((value, at) => [(at + 1) / 10, value, 150] as const);
      const course = crankCourse(trace);
      expect(course?.inrushVolts).toBeLessThanOrEqual(course?.volts ?? 0);
      const later = read.slice(10);
      expect(Math.min(...later.map((value) => Math.abs(value - (course?.volts ?? 0))))).toBeLessThan(1e-6);
    }),
  );
});
