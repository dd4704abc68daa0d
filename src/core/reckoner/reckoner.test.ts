import fc from 'fast-check';
import { STANDARD_RULES } from '../rules/standard-rules';
import {
  changedIn,
  numberIn,
  problemWith,
  queryOf,
  solved,
  type Tool,
  type Values,
  valuesFrom,
  withChange,
} from './tool';
import { toolbox } from './toolbox';

const TOOLS = toolbox(STANDARD_RULES);
function tool(id: string): Tool {
  const found = TOOLS.find((known) => known.id === id);
  if (!found) throw new Error(`no tool ${id}`);
  return found;
}

/** The fields of a tool after some changes, one after another. */
function after(
  id: string,
  ...changes: readonly (readonly [field: string, value: number | string])[]
): Values {
  return changes.reduce(
    (values, [field, value]) => withChange(tool(id), values, field, value),
    tool(id).begin,
  );
}

describe('worked examples', () => {
  it.each<[string, readonly (readonly [string, number | string])[], string, number]>([
    ['starter', [['celsius', 0]], 'amps', 193.75],
    [
      'starter',
      [
        ['engine', 'diesel_light'],
        ['celsius', -18],
      ],
      'amps',
      682.5,
    ],
    ['starter', [['amps', 262.5]], 'warm', 125],
    ['balance', [['rpm', 2000]], 'left', 50.977],
    ['balance', [['left', 0]], 'rpm', 646.75],
    ['rating', [['amps', 300]], 'toAmps', 500],
    [
      'rating',
      [
        ['to', 'EN'],
        ['amps', 600],
        ['from', 'SAE'],
      ],
      'toAmps',
      570,
    ],
    ['rating', [['toAmps', 600]], 'amps', 360],
    ['load', [['amps', 570]], 'load', 285],
    [
      'load',
      [
        ['standard', 'DIN'],
        ['amps', 300],
      ],
      'load',
      250,
    ],
    [
      'load',
      [
        ['basis', 'capacity'],
        ['c20', 70],
      ],
      'load',
      210,
    ],
    [
      'load',
      [
        ['standard', 'DIN'],
        ['load', 250],
      ],
      'amps',
      300,
    ],
    [
      'load',
      [
        ['basis', 'capacity'],
        ['load', 180],
      ],
      'c20',
      60,
    ],
    ['limit', [['celsius', -1]], 'limit', 9.1],
    ['limit', [['celsius', 13]], 'limit', 9.45],
    [
      'limit',
      [
        ['nominal', '6'],
        ['celsius', 10],
      ],
      'limit',
      4.7,
    ],
    ['limit', [['limit', 8.9]], 'celsius', -7],
    ['charge-volts', [['volts', 12.24]], 'pct', 50],
    [
      'charge-volts',
      [
        ['construction', 'agm'],
        ['volts', 12.62],
      ],
      'pct',
      75,
    ],
    [
      'charge-volts',
      [
        ['celsius', 5],
        ['volts', 12.42],
      ],
      'pct',
      75,
    ],
    [
      'charge-volts',
      [
        ['nominal', '6'],
        ['pct', 50],
      ],
      'volts',
      6.12,
    ],
    ['charge-gravity', [['gravity', 1.1925]], 'pct', 50],
    [
      'charge-gravity',
      [
        ['celsius', 15],
        ['gravity', 1.272],
      ],
      'pct',
      100,
    ],
    [
      'charge-gravity',
      [
        ['celsius', 15],
        ['pct', 100],
      ],
      'gravity',
      1.272,
    ],
    ['freezing', [['pct', 0]], 'freezes', -10],
    ['freezing', [['gravity', 1.155]], 'freezes', -16],
    ['freezing', [['freezes', -24]], 'gravity', 1.19],
    ['conductance', [['value', 5]], 'amps', 640],
    [
      'conductance',
      [
        ['unit', 'S'],
        ['value', 200],
      ],
      'amps',
      640,
    ],
    [
      'conductance',
      [
        ['unit', 'DIN'],
        ['compensated', 'both'],
        ['value', 300],
      ],
      'amps',
      500,
    ],
    ['conductance', [['amps', 640]], 'value', 5],
    [
      'charge-time',
      [
        ['c20', 60],
        ['pct', 50],
        ['amps', 6],
      ],
      'hours',
      (0.35 * 60 * 1.15) / 6 + 3 * ((0.15 * 60 * 1.15) / 6),
    ],
    ['reserve', [['c20', 60]], 'rc', 98.05],
    [
      'reserve',
      [
        ['construction', 'agm'],
        ['rc', 120],
      ],
      'c20',
      (120 / 1.1339) ** (1 / 1.1201),
    ],
    ['draw', [['draw', 50]], 'days', 25],
    ['draw', [['days', 10]], 'draw', 125],
    [
      'drop',
      [
        ['amps', 200],
        ['drop', 0.3],
      ],
      'milliohms',
      1.5,
    ],
    ['drop', [['milliohms', 2]], 'drop', 0.4],
    ['cable', [['area', 50]], 'drop', (200 * 0.0178 * 4) / 50],
    ['cable', [['drop', 0.2]], 'area', (0.0178 * 4 * 200) / 0.2],
    ['temperature', [['fahrenheit', 14]], 'celsius', -10],
  ])('%s %j: %s is %d', (id, changes, field, expected) => {
    const found = numberIn(after(id, ...changes), field) ?? Number.NaN;
    expect(Math.abs(found - expected)).toBeLessThan(0.0005 * Math.max(1, Math.abs(expected)));
  });
});

it('every tool begins with fields that agree with each other', () => {
  for (const { id, begin, follows, compute, fields } of TOOLS) {
    for (const [changed, followers] of Object.entries(follows)) {
      for (const follower of followers) {
        const anew = compute[follower]?.(begin, changed);
        expect([id, changed, follower, anew]).toEqual([
          id,
          changed,
          follower,
          begin[follower] === null ? null : expect.closeTo(Number(begin[follower]), 1),
        ]);
      }
    }
    for (const field of fields) expect(problemWith(field, begin[field.id] ?? null)).toBeNull();
  }
});

describe('what was computed, put in, gives back what it was computed from', () => {
  it.each(TOOLS.map(({ id }) => id))('%s', (id) => {
    const own = tool(id);
    const numbers = own.fields.filter(
      (field) => field.kind === 'number' && (own.follows[field.id] ?? []).length > 0,
    );
    const change = fc.constantFrom(...numbers).chain((field) => {
      const [least, most] = field.kind === 'number' ? [field.least, Math.min(field.most, 2000)] : [0, 0];
      const decimals = field.kind === 'number' ? field.decimals : 0;
      // As fine as a person types.
      const typed = fc
        .double({ min: least, max: most, noNaN: true })
        .map((value) => Number(value.toFixed(decimals)) + 0);
      return fc.record({ field: fc.constant(field.id), value: typed });
    });
    fc.assert(
      fc.property(change, ({ field, value }) => {
        const there = withChange(own, own.begin, field, value);
        for (const follower of own.follows[field] ?? []) {
          const result = numberIn(there, follower);
          const back = result === null ? null : own.compute[field]?.(there, follower);
          if (back == null || result === null) continue;
          // A curve that has come to its end gives one answer for many questions: then both ask the same again.
          const again = withChange(own, there, field, back);
          const same = numberIn(again, follower);
          expect(same === null ? null : Math.abs(same - result)).toBeLessThanOrEqual(
            1e-6 * Math.max(1, Math.abs(result)),
          );
        }
      }),
    );
  });
});

describe('an address', () => {
  it('opens a tool just as it stood, whichever field was changed last', () => {
    const values = after('rating', ['to', 'EN'], ['from', 'SAE'], ['toAmps', 570]);
    const query = queryOf(tool('rating'), values, 'toAmps');
    expect(query).toBe('tool=rating&amps=600&from=SAE&toAmps=570&to=EN&by=toAmps');
    const opened = valuesFrom(tool('rating'), Object.fromEntries(new URLSearchParams(query)));
    expect(opened).toEqual({ ok: true, value: { ...values, amps: expect.closeTo(600, 6) } });
  });

  it('that holds what cannot be is answered with the field, and computes anew what it does not hold', () => {
    const wrong = valuesFrom(tool('rating'), { amps: '9e9', from: 'XYZ', toAmps: '' });
    expect(wrong.ok ? [] : wrong.problems.map(({ field }) => field)).toEqual(['amps', 'from', 'toAmps']);
    expect(valuesFrom(tool('rating'), { amps: '330' })).toMatchObject({ ok: true, value: { toAmps: 550 } });
    expect(valuesFrom(tool('rating'), {})).toEqual({ ok: true, value: tool('rating').begin });
    for (const by of ['__proto__', 'constructor', 'toString', 'nothing']) {
      expect(valuesFrom(tool('rating'), { amps: '330', by })).toMatchObject({
        ok: true,
        value: { toAmps: 550 },
      });
      expect(changedIn(tool('rating'), { by })).toBeUndefined();
    }
    const [field] = tool('rating').fields;
    if (field) expect(problemWith(field, Number.NaN, 'abc')?.message).toContain('found "abc"');
  });
});

it('a tool that lacks a number waits for it, and says so by leaving the result blank', () => {
  for (const own of TOOLS) {
    for (const field of own.fields) {
      if (field.kind === 'choice' || !own.follows[field.id]) continue;
      const blank = withChange(own, own.begin, field.id, null);
      expect(() => own.working(blank)).not.toThrow();
    }
  }
  expect(numberIn(withChange(tool('cable'), tool('cable').begin, 'area', null), 'drop')).toBeNull();
});

it('a goal outside the span of a function is not reached', () => {
  expect(solved(5, [0, 10], (value) => value * 2)).toBeCloseTo(2.5);
  expect(solved(5, [0, 10], (value) => -value)).toBeNull();
  expect(solved(5, [0, 10], () => 5)).toBeNull();
  expect(solved(5, [0, 10], (value) => (value > 4 ? null : value))).toBeNull();
});
