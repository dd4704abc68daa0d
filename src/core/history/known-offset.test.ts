import { withKnownOffset } from './known-offset';

const READING = { atMs: 1000, pct: 80, sd: 4, celsius: 20, instrument: 'Tester 2', technician: 'a' };

it('takes out what an instrument is known to read high from a moment on, and of no other', () => {
  const offsets = [
    { instrument: 'Tester 2', fromMs: 500, pct: 6 },
    { instrument: 'Tester 2', fromMs: 900, pct: 4 },
    { instrument: 'Tester 2', fromMs: 1001, pct: 20 },
    { instrument: 'Tester 1', fromMs: 0, pct: 9 },
  ];
  // The newest that had begun: 4 points.
  expect(withKnownOffset(READING, offsets)).toEqual({
    ...READING,
    pct: 76,
    instrument: 'Tester 2, corrected',
  });
  expect(withKnownOffset({ ...READING, atMs: 499 }, offsets)).toEqual({ ...READING, atMs: 499 });
  expect(withKnownOffset({ ...READING, instrument: null }, offsets).pct).toBe(80);
  expect(withKnownOffset({ ...READING, atMs: 2000, pct: 50 }, offsets).pct).toBe(30);
});
