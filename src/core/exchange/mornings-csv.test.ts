import { readMornings } from './mornings-csv';

const refused = (text: string) => {
  const read = readMornings(text);
  return read.ok ? [] : read.problems.map(({ field }) => field);
};

describe('a file of mornings', () => {
  it('is read under usual headings, in either unit, with comma or point', () => {
    expect(readMornings('date,low_c\n2026-12-02,-7\n2026-12-01,-3.5\n')).toEqual({
      ok: true,
      value: [
        { day: '2026-12-01', lowC: -3.5 },
        { day: '2026-12-02', lowC: -7 },
      ],
    });
    expect(readMornings('\uFEFFDay;Sky;T min\n1 Dec 2026;clear;−3,5\n')).toMatchObject({
      value: [{ day: '2026-12-01', lowC: -3.5 }],
    });
    expect(readMornings('day\tlow F\n2026-12-01\t14\n')).toMatchObject({
      value: [{ day: '2026-12-01', lowC: -10 }],
    });
  });

  it('is refused by line and column, whole', () => {
    expect(refused('2026-12-01,-3')).toEqual(['day', 'low']);
    expect(refused('day,low\n')).toEqual(['rows']);
    expect(
      refused('day,low\n3/4/2026,-3\n2026-12-01,cold\n2026-12-01,-3\n2026-12-01,-4\n2026-12-02,-300'),
    ).toEqual(['line 2, day', 'line 3, low', 'line 5, day', 'line 6, low']);
    expect(refused(`day,low\n${'2026-12-01,-3\n'.repeat(1001)}`)).toEqual(['rows']);
    expect(refused('')).toEqual(['day', 'low']);
  });
});
