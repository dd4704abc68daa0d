import fc from 'fast-check';
import { fixedWriter, plainDecimal, writtenNumber } from './decimal';

const digits = (least: number, most: number) =>
  fc.string({ unit: fc.constantFrom(...'0123456789'), minLength: least, maxLength: most });

describe('a number read where it stands', () => {
  const plain = fc
    .tuple(fc.constantFrom('', '-'), digits(0, 9), fc.constantFrom('', '.'), digits(0, 9))
    .map((parts) => parts.join(''));

  it('is the number that the language reads there, or none', () => {
    fc.assert(
      fc.property(plain, digits(0, 3), (text, around) => {
        const read = plainDecimal(
          `${around},${text},${around}`,
          around.length + 1,
          around.length + 1 + text.length,
        );
        const known = text.replace(/[-.]/g, '').length;
        expect(read).toBe(known === 0 || known > 15 ? Number.NaN : Number(text));
      }),
      { numRuns: 2000 },
    );
  });

  it.each(['', '-', '.', '-.', '1.2.3', '1e3', '0x1f', ' 5', '5 ', '+5', '12,5', 'Infinity', '1-2', '٣'])(
    'leaves what is written otherwise to who asks: %j',
    (text) => expect(plainDecimal(text, 0, text.length)).toBeNaN(),
  );
});

describe('a number as a file has it', () => {
  it.each([
    ['12.65', 12.65],
    ['12,65', 12.65],
    ['-,5', -0.5],
    ['+3', 3],
    ['1e3', 1000],
  ])('is read with a point or a comma: %s', (text, value) => expect(writtenNumber(text)).toBe(value));

  it.each(['', ' ', '0x1F', '0b1', 'Infinity', '1.234,5', '1,234,5', 'twelve', '12 V'])(
    'is not made of anything else: %j',
    (text) => expect(writtenNumber(text)).toBeNaN(),
  );
});

describe('a figure written with so many decimals', () => {
  const writers = [1, 2, 3].map((decimals) => ({ decimals, write: fixedWriter(decimals) }));
  const figure = fc.oneof(
    fc.double({ min: -40, max: 40, noNaN: true }),
    fc.double({ min: -5000, max: 5000, noNaN: true }),
    // In the middle between two figures, and next to it.
    fc
      .tuple(fc.integer({ min: -40_000, max: 40_000 }), fc.constantFrom(0, 1e-12, -1e-12, 1e-7, -1e-7))
      .map(([half, off]) => half / 2000 + off),
    fc.constantFrom(Number.NaN, Number.POSITIVE_INFINITY, 1e21, -1e300, 0.05, -0.05, 0.25, 1.005),
  );

  it('is what the language writes', () => {
    fc.assert(
      fc.property(figure, fc.constantFrom(...writers), (value, { decimals, write }) => {
        expect(write(value)).toBe(value.toFixed(decimals));
      }),
      { numRuns: 5000 },
    );
  });
});
