import * as fc from 'fast-check';
import { LINE_VERBS, numberField, readLine, writeLine } from './line';

describe('lines', () => {
  it('are read as they were written, whatever stands in their values', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...LINE_VERBS),
        fc.stringMatching(/^[a-z][a-z0-9_-]{0,10}$/),
        fc.dictionary(
          fc.stringMatching(/^[a-z][a-z0-9_]{0,6}$/),
          fc.string({ maxLength: 20, unit: 'grapheme' }),
          {
            maxKeys: 4,
          },
        ),
        (verb, instrument, fields) => {
          const text = writeLine(verb, instrument, fields);
          fc.pre(text.length <= 500);
          expect(readLine(text)).toEqual({ ok: true, value: { verb, instrument, fields: { ...fields } } });
        },
      ),
    );
  });

  it.each([
    ['', 'one of hello'],
    ['shout meter', 'one of hello'],
    ['reading', 'a name of letters'],
    ['reading meter volts', 'name=value'],
    ['reading meter volts=%E0%A4%A', 'name=value'],
    [`reading meter volts=${'1'.repeat(600)}`, 'at most 500'],
  ])('%j is refused: %s', (text, expected) => {
    const read = readLine(text);
    expect(read.ok ? '' : read.problems[0]?.message).toContain(expected);
  });

  it('a field that is no number is none', () => {
    const read = readLine('reading meter volts=high amps= t=3');
    if (!read.ok) throw new Error('it can be read');
    expect(['volts', 'amps', 't', 'u'].map((name) => numberField(read.value, name))).toEqual([
      null,
      null,
      3,
      null,
    ]);
  });
});
