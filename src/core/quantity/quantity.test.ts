import fc from 'fast-check';
import { checkEntry, possibleRange } from './entry';
import { evenly } from './evenly.test-support';
import { requireFinite, requirePositive, requireWithin } from './finite';
import { formatMinutes, formatNumber, formatQuantity } from './format';
import { interpolate } from './interpolate';
import { problem } from './result';
import { celsiusFromFahrenheit, fahrenheitFromCelsius } from './temperature';
import { temperaturesIn } from './temperature-words';
import { tidy } from './tidy';

const number = (min: number, max: number) => evenly(min, max);

describe('temperature', () => {
  it('converts the two fixed points', () => {
    expect(celsiusFromFahrenheit(32)).toBe(0);
    expect(fahrenheitFromCelsius(100)).toBe(212);
    expect(celsiusFromFahrenheit(14)).toBeCloseTo(-10, 12);
  });

  it('comes back from there and back', () => {
    fc.assert(
      fc.property(number(-60, 90), (celsius) => {
        expect(celsiusFromFahrenheit(fahrenheitFromCelsius(celsius))).toBeCloseTo(celsius, 9);
      }),
    );
  });
});

describe('guards', () => {
  it.each([Number.NaN, Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY])('refuse %p by name', (value) => {
    expect(() => requireFinite('openCircuitVolts', value)).toThrow(
      `openCircuitVolts must be a finite number, got ${value}`,
    );
    expect(() => interpolate([[0, 1]], value)).toThrow('x must be a finite number');
  });

  it('refuse what lies outside', () => {
    expect(() => requirePositive('amps', 0)).toThrow('amps must be above 0, got 0');
    expect(() => requireWithin('chargePct', 101, 0, 100)).toThrow(
      'chargePct must lie between 0 and 100, got 101',
    );
    expect(requireWithin('chargePct', 100, 0, 100)).toBe(100);
  });
});

describe('interpolation', () => {
  const curve = [
    [0, 10],
    [1, 20],
    [3, 0],
  ] as const;

  it('is linear between rows and held outside', () => {
    expect([-5, 0, 0.5, 1, 2, 3, 9].map((x) => interpolate(curve, x))).toEqual([10, 10, 15, 20, 10, 0, 0]);
  });

  it('needs a row', () => {
    expect(() => interpolate([], 1)).toThrow('at least one row');
  });
});

describe('numbers as text', () => {
  it('uses a true minus and never shows a negative zero', () => {
    expect(formatNumber(-0.32, 'V')).toBe('\u22120.32');
    expect(formatNumber(-0.004, 'V', { signed: true })).toBe('0.00');
    expect(formatNumber(0.3, 'V', { signed: true })).toBe('+0.30');
    expect(formatQuantity(285.4, 'A')).toBe('285\u00A0A');
  });

  it('shows times at a glance', () => {
    expect([0.5, 1.2, 90, 134, 120].map(formatMinutes)).toEqual([
      '30\u00A0s',
      '1\u00A0min',
      '90\u00A0min',
      '2\u00A0h 14\u00A0min',
      '2\u00A0h',
    ]);
  });

  it('strips the noise of binary fractions', () => {
    expect(9.45 - 9.6).not.toBe(-0.15);
    expect(tidy(9.45 - 9.6)).toBe(-0.15);
  });
});

describe('typed entries', () => {
  it('asks about a slipped decimal point and guesses what was meant', () => {
    expect(checkEntry('openCircuitVolts', 1.24, 12)).toEqual({
      kind: 'doubtful',
      question: '1.24 V on a 12 V battery is unusual. Was 12.4 V meant?',
      suggestion: 12.4,
    });
    expect(checkEntry('openCircuitVolts', 6.3, 6)).toEqual({ kind: 'taken' });
    // What the task of a small block asks for is right, however small; ten times that is the slip.
    expect(checkEntry('loadAmps', 12, 6, 12)).toEqual({ kind: 'taken' });
    expect(checkEntry('loadAmps', 120, 6, 12)).toEqual({
      kind: 'doubtful',
      question: '120 A is far from the 12 A that this battery’s test asks for. Was 12 A meant?',
      suggestion: 12,
    });
    expect(checkEntry('loadAmps', 40, 12, 40)).toEqual({ kind: 'taken' });
    expect(checkEntry('loadAmps', 100, 12, 285)).toMatchObject({ kind: 'doubtful', suggestion: undefined });
    expect(checkEntry('openCircuitVolts', 6.3, 12)).toMatchObject({
      kind: 'doubtful',
      suggestion: undefined,
    });
  });

  it.each([Number.NaN, Number.POSITIVE_INFINITY, 400])('refuses a temperature of %p, naming it', (value) => {
    expect(checkEntry('temperatureC', value, 12)).toMatchObject({
      kind: 'refused',
      problem: { field: 'battery temperature', found: String(value), expected: '-50 to 90 °C' },
    });
  });

  it('halves the range of voltages for a 6 V battery only', () => {
    expect(possibleRange('openCircuitVolts', 6)).toEqual([0, 9]);
    expect(possibleRange('temperatureC', 6)).toEqual([-50, 90]);
  });

  it('shows a pasted megabyte in part', () => {
    expect(problem('tag', 'x'.repeat(1_000_000), 'a tag').message.length).toBeLessThan(120);
  });
});

describe('temperatures in a text', () => {
  it.each([
    ['Stop above 50 °C, sealed types above 45 °C.', 'Stop above 122 °F, sealed types above 113 °F.'],
    ['needs \u22127\u00A0°C', 'needs 19\u00A0°F'],
    ['table at 7.5\u00A0°C', 'table at 45.5\u00A0°F'],
    ['between 0 to 15 °C', 'between 32 to 59 °F'],
    ['12.50 + 0.0015 × 20.0\u00A0K', '12.50 + 0.0015 × 20.0\u00A0K'],
    ['1.265 at 25 °C', '1.265 at 77 °F'],
  ])('%s', (text, told) => {
    expect(temperaturesIn(text, '°F')).toBe(told);
    expect(temperaturesIn(text, '°C')).toBe(text);
  });

  it('are told as finely as they were written, whatever they are', () => {
    fc.assert(
      fc.property(fc.integer({ min: -600, max: 900 }), (tenths) => {
        const text = `at ${formatQuantity(tenths / 10, '°C')}`;
        const told = Number(/at ([−\d.]+)/.exec(temperaturesIn(text, '°F'))?.[1]?.replace('−', '-'));
        expect(Math.abs(told - fahrenheitFromCelsius(tenths / 10))).toBeLessThanOrEqual(0.0501);
      }),
    );
  });
});
