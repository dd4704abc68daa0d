import { format } from 'date-fns';
import fc from 'fast-check';
import { isMoment } from '../moment-text';
import { DATE_ORDERS, momentFrom, ordersOf } from './dates';

const read = (text: string, order: Parameters<typeof momentFrom>[1]['order'], zone = 'UTC') =>
  momentFrom(text, { order, zone });

describe('dates of a file', () => {
  it.each([
    ['31.01.2026 08:15', 'day_first', '2026-01-31T08:15:00.000Z'],
    ['31.1.26, 8:15:30', 'day_first', '2026-01-31T08:15:30.000Z'],
    ['1/31/2026 8:15 PM', 'month_first', '2026-01-31T20:15:00.000Z'],
    ['01/31/2026 08:15am', 'month_first', '2026-01-31T08:15:00.000Z'],
    ['2026-01-31 08:15', 'year_first', '2026-01-31T08:15:00.000Z'],
    ['2026-01-31T08:15:00', 'year_first', '2026-01-31T08:15:00.000Z'],
    ['2026/1/31', 'year_first', '2026-01-31T12:00:00.000Z'],
    ['31-01-2026', 'day_first', '2026-01-31T12:00:00.000Z'],
  ] as const)('%s, %s', (text, order, moment) => {
    expect(read(text, order)).toBe(moment);
  });

  it.each(['31.02.2026', '13/13/2026', '2026-13-01', '1.1.202', '12.5', 'yesterday', '', '31.01.2026 25:00'])(
    '%s is none, in any order',
    (text) => {
      for (const order of DATE_ORDERS) expect(read(text, order)).toBeNull();
      expect(ordersOf([text])).toBeNull();
    },
  );

  it('are of the clock that they were read off, summer time included', () => {
    expect(read('31.01.2026 08:15', 'day_first', 'Europe/Berlin')).toBe('2026-01-31T07:15:00.000Z');
    expect(read('31.07.2026 08:15', 'day_first', 'Europe/Berlin')).toBe('2026-07-31T06:15:00.000Z');
  });

  it('whose day and month could be either are answered with both orders, until one of them settles it', () => {
    expect(ordersOf(['3/4/2026', '5/6/2026'])).toEqual(['day_first', 'month_first']);
    expect(ordersOf(['3/4/2026', '5/16/2026'])).toEqual(['month_first']);
    expect(ordersOf(['3/4/2026', '25/6/2026', ''])).toEqual(['day_first']);
    expect(ordersOf(['25/6/2026', '6/25/2026'])).toEqual([]);
    expect(ordersOf(['', '2026-01-31T08:15:00Z'])).toBeNull();
  });

  it('come back as the day and minute that they were written from', () => {
    const moments = fc.date({
      min: new Date('1990-01-02'),
      max: new Date('2060-01-01'),
      noInvalidDate: true,
    });
    const written = {
      day_first: 'd.M.yyyy H:mm',
      month_first: 'M/d/yyyy h:mm a',
      year_first: 'yyyy-MM-dd HH:mm',
    };
    fc.assert(
      fc.property(moments, fc.constantFrom('day_first', 'month_first', 'year_first'), (moment, order) => {
        const local = new Date(Math.floor(moment.getTime() / 60_000) * 60_000);
        const text = format(local, written[order]);
        const back = read(text, order, Intl.DateTimeFormat().resolvedOptions().timeZone);
        expect(back === null ? null : format(new Date(back), written[order])).toBe(text);
        expect(isMoment(back ?? '')).toBe(true);
      }),
    );
  });
});
