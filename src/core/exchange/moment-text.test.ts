import fc from 'fast-check';
import { isMoment } from './moment-text';

const two = (value: number) => String(value).padStart(2, '0');

describe('a moment of the format', () => {
  it.each([
    '2026-01-31T08:15:00Z',
    '2026-01-31T08:15Z',
    '2026-01-31T08:15:59.125+01:00',
    '2026-01-31T08:15-0330',
    '2024-02-29T00:00Z',
    '2000-02-29T23:59:59Z',
    '2026-12-31T24:00:00Z',
  ])('is read: %s', (text) => expect(isMoment(text)).toBe(true));

  it.each([
    '2026-02-29T08:15:00Z',
    '1900-02-29T08:15:00Z',
    '2026-02-30T08:15:00Z',
    '2026-04-31T08:15:00Z',
    '2026-00-10T08:15:00Z',
    '2026-13-10T08:15:00Z',
    '2026-01-00T08:15:00Z',
    '2026-01-32T08:15:00Z',
    '2026-01-31T24:01:00Z',
    '2026-01-31T25:00:00Z',
    '2026-01-31T08:60:00Z',
    '2026-01-31T08:15:60Z',
    '2026-01-31T08:15:00+25:00',
    '2026-01-31T08:15:00',
    '2026-01-31',
    '31.1.2026',
    ' 2026-01-31T08:15:00Z',
  ])('is not guessed at: %s', (text) => expect(isMoment(text)).toBe(false));

  it('is one that the language reads, on the day that it says', () => {
    const any = fc.tuple(
      fc.integer({ min: 0, max: 9999 }),
      fc.integer({ min: 0, max: 13 }),
      fc.integer({ min: 0, max: 32 }),
      fc.integer({ min: 0, max: 25 }),
      fc.integer({ min: 0, max: 61 }),
    );
    fc.assert(
      fc.property(any, ([year, month, day, hour, minute]) => {
        const date = `${String(year).padStart(4, '0')}-${two(month)}-${two(day)}`;
        const text = `${date}T${two(hour)}:${two(minute)}Z`;
        // The language takes 30 February for a day in March, and the end of a day for the day after.
        const isDay = new Date(`${date}T00:00Z`).getUTCDate() === day;
        expect(isMoment(text)).toBe(isDay && !Number.isNaN(Date.parse(text)));
      }),
      { numRuns: 3000, examples: [[[0, 2, 30, 24, 0]]] },
    );
  });
});
