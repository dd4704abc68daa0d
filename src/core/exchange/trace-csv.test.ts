import fc from 'fast-check';
import { readTraceCsv, writeTraceCsv } from './trace-csv';

const messages = (text: string) => {
  const read = readTraceCsv(text);
  return read.ok ? [] : read.problems.map(({ message }) => message);
};

describe('a trace', () => {
  it('is seconds, volts and amperes, whatever units its header names', () => {
    expect(readTraceCsv('t_s,v\n0,12.6\n1,10.4')).toEqual({
      ok: true,
      value: [
        [0, 12.6, null],
        [1, 10.4, null],
      ],
    });
    expect(readTraceCsv('T_MS,V_MV,I_A\n# the load goes on\n500,10400,285\n\n1500,10300,284')).toEqual({
      ok: true,
      value: [
        [0.5, 10.4, 285],
        [1.5, 10.3, 284],
      ],
    });
  });

  it('may come from a spreadsheet', () => {
    expect(readTraceCsv('t_s;v;i_a\r\n0,5;10,4;285\r\n1;10,35;\r\n')).toEqual({
      ok: true,
      value: [
        [0.5, 10.4, 285],
        [1, 10.35, null],
      ],
    });
  });

  it('keeps other columns out of the way', () => {
    expect(readTraceCsv('note,v,t_s\nfirst,10.4,1')).toEqual({ ok: true, value: [[1, 10.4, null]] });
  });

  it('is refused with the row, what was found and what is expected', () => {
    expect(messages('')).toEqual(['trace: found nothing, expected a header t_s,v and rows under it']);
    expect(messages('t_s,x\n1,2')).toEqual(['header: found "t_s,x", expected v or v_mv']);
    expect(messages('v\n2')).toEqual(['header: found "v", expected t_s or t_ms']);
    expect(messages('t_s,v\n1,abc')).toEqual(['row 1, voltage: found "1,abc", expected a number']);
    expect(messages('t_s,v\n,10')).toEqual(['row 1, time: found ",10", expected a number']);
    expect(messages('t_s,v\n1,10\n1,9')).toEqual([
      'row 2, time: found 1, expected more than 1, the row before',
    ]);
    expect(messages(`t_s,v\n${'x,y\n'.repeat(50)}`)).toHaveLength(5);
  });

  it('reads back what was written, however long', () => {
    const points = fc.array(fc.tuple(fc.integer({ min: 1, max: 900 }), fc.integer({ min: 0, max: 15_000 })), {
      minLength: 1,
      maxLength: 60,
    });
    fc.assert(
      fc.property(points, (steps) => {
        let atMs = 0;
        const rows = steps.map(([stepMs, mv]) => {
          atMs += stepMs;
          return [atMs, mv] as const;
        });
        const read = readTraceCsv(`t_ms,v_mv\n${rows.map((row) => row.join(',')).join('\n')}`);
        expect(read).toEqual({ ok: true, value: rows.map(([ms, mv]) => [ms * 0.001, mv * 0.001, null]) });
      }),
    );
  });
});

it('what is written is read back, with its notes passed over and a missing current left out', () => {
  const withAmps = [
    [0.5, 10.41, 285],
    [1, 10.3, null],
    [15, 9.84, 282],
  ] as const;
  const text = writeTraceCsv(withAmps, ['battery A-1', 'two\nlines']);
  expect(text.split('\n').slice(0, 3)).toEqual(['# battery A-1', '# two lines', 't_s,v,i_a']);
  expect(readTraceCsv(text)).toEqual({ ok: true, value: withAmps });
  const bare = [
    [1, 12.1, null],
    [2, 12, null],
  ] as const;
  expect(writeTraceCsv(bare)).toBe('t_s,v\n1,12.1\n2,12\n');
  expect(readTraceCsv(writeTraceCsv(bare))).toEqual({ ok: true, value: bare });
});
