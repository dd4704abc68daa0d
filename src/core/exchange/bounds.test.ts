import type { TSchema } from '@sinclair/typebox';
import fc from 'fast-check';
import { BatteryLabelSchema } from '../battery/battery-label';
import { hasBrokenSigns, lookAlikeKey, tidyLine } from '../quantity/written-text';
import { HouseRulesSchema } from '../rules/house-rules';
import { STANDARD_RULES } from '../rules/standard-rules';
import { READING_SCHEMAS } from '../steps/reading-data';
import { checkShape, MOST_PROBLEMS } from './check-shape';
import { floorChange, withFloorChange } from './floor-change';
import { interpretedProblems } from './interpret-shape';
import { beyondBounds } from './json-bounds';
import { RunFileSchema } from './site/run-file';
import { SITE_RECORDS, SiteEndSchema, SiteHeadSchema } from './site/site-lines';
import type { BenchCard, FloorView } from './views';

interface Node {
  readonly [key: string]: unknown;
}

/** Every place of a schema at which a number, a text or a list is not bounded. */
function unbounded(schema: unknown, path = ''): string[] {
  if (typeof schema !== 'object' || schema === null) return [];
  if (Array.isArray(schema)) return schema.flatMap((part, at) => unbounded(part, `${path}/${at}`));
  const node = schema as Node;
  const has = (...names: string[]) => names.some((name) => node[name] !== undefined);
  const types = [node.type].flat();
  const wrong: string[] = [];
  if (types.some((type) => type === 'number' || type === 'integer')) {
    const least = has('minimum', 'exclusiveMinimum', 'const', 'enum');
    const most = has('maximum', 'exclusiveMaximum', 'const', 'enum');
    if (!least || !most) wrong.push(`${path}: a number`);
  }
  if (types.includes('string') && !has('maxLength', 'format', 'const', 'enum')) wrong.push(`${path}: a text`);
  if (types.includes('array') && !has('maxItems') && !(has('prefixItems') && node.items === false)) {
    wrong.push(`${path}: a list`);
  }
  return [...wrong, ...Object.entries(node).flatMap(([key, part]) => unbounded(part, `${path}/${key}`))];
}

it.each<[string, TSchema]>([
  ...Object.entries(READING_SCHEMAS),
  ...Object.entries(SITE_RECORDS),
  ['label', BatteryLabelSchema],
  ['house rules', HouseRulesSchema],
  ['run file', RunFileSchema],
  ['head of a site', SiteHeadSchema],
  ['end of a site', SiteEndSchema],
])('the schema of %s bounds every number, text and list', (_name, schema) => {
  expect(unbounded(schema)).toEqual([]);
});

describe('what is sent', () => {
  it('is told at most twenty problems, however many there are', () => {
    // Gathering all of these took minutes, and the memory of the process.
    const many = { runs: Array.from({ length: 300_000 }, () => ({})) };
    const told = checkShape(RunFileSchema, many);
    expect(told.ok ? [] : told.problems.length).toBeLessThanOrEqual(MOST_PROBLEMS);
  });

  it('is refused for its depth, its fields or its size before anyone asks what it says', () => {
    const deep = JSON.parse(`${'['.repeat(20_000)}${']'.repeat(20_000)}`);
    expect(beyondBounds(deep, { depth: 16, fields: 10, values: 100_000 })?.field).toBe('depth');
    const wide = Object.fromEntries(Array.from({ length: 400 }, (_, at) => [String(at), 0]));
    expect(beyondBounds(wide, { depth: 16, fields: 300, values: 100_000 })?.field).toBe('fields');
    expect(beyondBounds([...Array(50).keys()], { depth: 16, fields: 300, values: 49 })?.field).toBe('values');
    expect(beyondBounds({ tag: 'NUL\0X' }, { depth: 16, fields: 300, values: 49 })?.field).toBe('text');
    expect(beyondBounds({ tag: 'A-1', list: [1, 2] }, { depth: 2, fields: 2, values: 4 })).toBeNull();
  });

  it('takes no field from what every object inherits', () => {
    const told = checkShape(READING_SCHEMAS.identify, { constructor: 1, toString: 1 });
    expect(told.ok ? [] : told.problems.map(({ field }) => field)).toContain('id');
  });
});

it('a schema that is interpreted takes and refuses what the compiled one does, and names the same places', () => {
  const places = (problems: readonly { readonly field: string }[]) =>
    problems.map(({ field }) => field).sort();
  for (const change of [
    {},
    { health: { ...STANDARD_RULES.health, retirePct: 400 } },
    { more: 1 },
    { recovery: undefined },
  ]) {
    const rules = JSON.parse(JSON.stringify({ ...STANDARD_RULES, ...change }));
    const compiled = checkShape(HouseRulesSchema, rules);
    const interpreted = interpretedProblems(HouseRulesSchema, rules, MOST_PROBLEMS);
    expect(interpreted === null).toBe(compiled.ok);
    expect(places(interpreted ?? [])).toEqual(places(compiled.ok ? [] : compiled.problems));
  }
});

describe('names and tags', () => {
  it('keep their key through every tidying, and look-alikes share it', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 40 }), (text) => {
        expect(lookAlikeKey(tidyLine(text))).toBe(lookAlikeKey(text));
        expect(lookAlikeKey(lookAlikeKey(text))).toBe(lookAlikeKey(text));
        expect(hasBrokenSigns(tidyLine(text))).toBe(false);
      }),
    );
    // A Greek letter whose accents stay behind when it is taken for a Latin one.
    const accented = lookAlikeKey('\u1fd2');
    expect(lookAlikeKey(accented)).toBe(accented);
    expect(lookAlikeKey('ＦＨ‑0107')).toBe(lookAlikeKey(' fh-0107 '));
    expect(lookAlikeKey('FH-0107')).not.toBe(lookAlikeKey('FH-0108'));
  });
});

it('a change of the Floor leads from any state to any other, and from no third one', () => {
  const card = fc.record({
    runId: fc.constantFrom('a', 'b', 'c', 'd'),
    tag: fc.string(),
    place: fc.string(),
  });
  const cards = fc.uniqueArray(card, { selector: ({ runId }) => runId });
  const floor = fc.record({ onBench: cards, doneToday: cards, fromRacks: cards, batteries: fc.nat() });
  fc.assert(
    fc.property(floor, floor, (one, other) => {
      const state = (part: typeof one, version: number) =>
        ({ ...part, version, nowMs: version, arriving: null, warnings: [] }) as unknown as FloorView & {
          readonly onBench: readonly BenchCard[];
        };
      const [before, after] = [state(one, 1), state(other, 2)];
      const change = floorChange(before, after);
      expect(withFloorChange(before, change)).toEqual(after);
      expect(withFloorChange(after, change)).toBeUndefined();
    }),
  );
});
