import { format } from 'date-fns';
import fc from 'fast-check';
import { dayWords } from './day';
import { readDay } from './read-day';

describe('a day', () => {
  it.each([
    ['31 Jan 2026', '2026-01-31'],
    ['31 january 2026', '2026-01-31'],
    ['Jan 31, 2026', '2026-01-31'],
    ['2026-1-31', '2026-01-31'],
    ['2026/01/31', '2026-01-31'],
    ['31.1.2026', '2026-01-31'],
    ['1/31/2026', '2026-01-31'],
    ['31/01/2026', '2026-01-31'],
    [' 5 . 5.2026', null],
    ['5.5.2026', '2026-05-05'],
    ['3/4/2026', null],
    ['31.2.2026', null],
    ['1.1.26', null],
    ['soon', null],
    ['', null],
  ])('typed as %s', (text, day) => {
    expect(readDay(text)).toBe(day);
  });

  it('is shown as it can be typed, and nothing else becomes of it', () => {
    const days = fc.date({ min: new Date(1950, 0, 1), max: new Date(2090, 0, 1), noInvalidDate: true });
    fc.assert(
      fc.property(days, (date) => {
        const day = format(date, 'yyyy-MM-dd');
        expect(readDay(dayWords(day))).toBe(day);
      }),
    );
    expect(dayWords('2026-01-31')).toBe('31 Jan 2026');
    expect(dayWords('03/24')).toBe('03/24');
  });
});
