import fc from 'fast-check';

/** Pieces that readers stumble over. */
const NASTY = [
  ...[
    '"',
    '""',
    ',',
    ';',
    '\t',
    '\n',
    '\r\n',
    '\0',
    '\uFEFF',
    '\uD800',
    '𝟙',
    '{',
    '}',
    '[',
    ']',
    ':',
    '\\u0000',
  ],
  ...[
    'NaN',
    'Infinity',
    '-Infinity',
    '1e999',
    '-0',
    '0x10',
    '1e-400',
    '9007199254740993',
    '12,5',
    '1.2.3',
    "'=1",
  ],
  ...['null', 'true', 'false', '""', '[]', '{}', '"__proto__"', '"constructor"', '=cmd', 'x'.repeat(5000)],
  ...[
    '"kind":"load"',
    '"volts":-1',
    '"ratings":[]',
    '"forced":null',
    '"nominalVolts":6',
    '"takenAtMs":1e300',
  ],
];

type Cut = { readonly at: number; readonly length: number; readonly put: string };

const cut: fc.Arbitrary<Cut> = fc.record({
  at: fc.double({ min: 0, max: 1, noNaN: true }),
  length: fc.oneof(fc.nat(3), fc.nat(40), fc.nat(2000)),
  put: fc.oneof(
    fc.constant(''),
    fc.constantFrom(...NASTY),
    fc.double().map(String),
    fc.string({ maxLength: 6, unit: 'binary' }),
  ),
});

function mutilated(text: string, cuts: readonly Cut[]): string {
  return cuts.reduce((so, { at, length, put }) => {
    const from = Math.floor(at * so.length);
    return so.slice(0, from) + put + so.slice(from + length);
  }, text);
}

/** Values that a field did not expect, put where something else stood. */
const STRANGE: readonly unknown[] = [
  ...[
    null,
    true,
    '',
    'ok',
    'agm',
    -1,
    0,
    0.5,
    1e300,
    -1e300,
    99,
    13.2,
    5e-324,
    2 ** 53,
    [],
    {},
    [[]],
    '2026-02-30',
  ],
  ...['00000000-0000-7000-8000-000000000000', { kind: 'load' }, [1, 2], 'x'.repeat(400)],
];

type Swap = {
  readonly at: number;
  readonly does: 'put' | 'drop' | 'double' | 'nudge';
  readonly value: unknown;
};

const swap: fc.Arbitrary<Swap> = fc.record({
  at: fc.double({ min: 0, max: 1, noNaN: true, maxExcluded: true }),
  does: fc.constantFrom('put', 'put', 'drop', 'double', 'nudge', 'nudge', 'nudge', 'nudge'),
  value: fc.oneof(fc.constantFrom(...STRANGE), fc.double(), fc.integer()),
});

/** The same file with some of its values exchanged, dropped or doubled: still JSON, no longer what it was. */
function twisted(text: string, swaps: readonly Swap[]): string {
  const value: unknown = JSON.parse(text);
  for (const { at, does, value: put } of swaps) {
    const places = placesIn(value);
    const [holder, key] = places[Math.floor(at * places.length)] ?? [];
    if (!holder || key === undefined) continue;
    if (does === 'drop') delete holder[key];
    else if (does === 'double' && Array.isArray(holder)) holder.push(holder[Number(key)]);
    else if (does === 'nudge') holder[key] = nudged(holder[key], at);
    else holder[key] = put;
  }
  return JSON.stringify(value);
}

/** A little more or less of a number, which may well be let in; anything else stays. */
function nudged(value: unknown, by: number): unknown {
  if (typeof value !== 'number') return value;
  const next = value * (0.9 + 0.2 * by);
  return Number.isInteger(value) ? Math.round(next) : next;
}

type Holder = Record<string, unknown>;

/** Every place of a file that holds something, each after the place that it lies in. */
function placesIn(value: unknown, found: [Holder, string][] = []): [Holder, string][] {
  if (typeof value !== 'object' || value === null) return found;
  const holder = value as Holder;
  for (const key of Object.keys(holder)) {
    found.push([holder, key]);
    placesIn(holder[key], found);
  }
  return found;
}

const isJson = (text: string) => text.trimStart().startsWith('{');

/** A file cut about as text, or, where it is JSON, as often twisted in what it says. */
export function spoilt(good: string): fc.Arbitrary<string> {
  const cutUp = fc.array(cut, { minLength: 1, maxLength: 4 }).map((cuts) => mutilated(good, cuts));
  if (!isJson(good)) return cutUp;
  return fc.oneof(
    cutUp,
    fc.array(swap, { minLength: 1, maxLength: 3 }).map((swaps) => twisted(good, swaps)),
  );
}
