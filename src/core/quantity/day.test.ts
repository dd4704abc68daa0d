import { tz } from '@date-fns/tz';
import { format, isValid, parseISO } from 'date-fns';
import fc from 'fast-check';
import { dayWords } from './day';
import { MOMENT_BOUNDS } from './moment';
import { momentWords } from './moment-words';
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

  it('that no calendar has is shown as it is', () => {
    const numbers = fc.tuple(fc.integer({ min: 0, max: 9999 }), fc.nat(14), fc.nat(33));
    fc.assert(
      fc.property(numbers, ([year, month, date]) => {
        const day = `${String(year).padStart(4, '0')}-${String(month).padStart(2, '0')}-${String(date).padStart(2, '0')}`;
        const parsed = parseISO(day);
        expect(dayWords(day)).toBe(
          isValid(parsed) ? format(parsed, 'd MMM yyyy').replace(/\d+$/, day.slice(0, 4)) : day,
        );
      }),
      { numRuns: 1000, examples: [[[2000, 2, 29]], [[2100, 2, 29]], [[2024, 2, 30]], [[2026, 12, 31]]] },
    );
  });
});

describe('a moment', () => {
  it.each(['UTC', 'Europe/Dublin', 'America/St_Johns', 'Australia/Lord_Howe', 'Asia/Kathmandu'])(
    'is shown as the clocks of %s say',
    (zone) => {
      fc.assert(
        fc.property(fc.integer({ min: 0, max: MOMENT_BOUNDS.most }), (atMs) => {
          const told = (pattern: string) => format(atMs, pattern, { in: tz(zone) });
          expect(momentWords(atMs, zone, 'full')).toBe(told('d MMM yyyy, HH:mm'));
          expect(momentWords(atMs, zone, 'day')).toBe(told('d MMM yyyy'));
          expect(momentWords(atMs, zone, 'time')).toBe(told('HH:mm'));
        }),
      );
    },
  );
});
