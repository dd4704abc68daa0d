import fc from 'fast-check';
import type { BatteryLabel } from '../battery/battery-label';
import { CONSTRUCTIONS } from '../battery/construction';
import { DUTIES } from '../battery/duty';
import { NOMINAL_VOLTS } from '../battery/nominal-volts';
import { RATING_STANDARDS } from '../battery/rating-standard';
import { readBatteryList } from './batteries-csv';
import { csvText, defused, undefused } from './csv-text';
import { EXAMPLES } from './examples';
import { BATTERY_COLUMNS, batteryCells } from './list-csv';

function rowsOf(text: string) {
  const list = readBatteryList(text, 'SAE');
  if (!list.ok) throw new Error(list.problems[0]?.message);
  return list.value.rows;
}

const labelsOf = (text: string) => rowsOf(text).map(({ read }) => (read.ok ? read.value : null));
const whyOf = (text: string) =>
  rowsOf(text).map(({ read }) => (read.ok ? '' : read.problems.map(({ message }) => message).join('; ')));

const word = fc.string({ maxLength: 20 }).map((text) =>
  text
    .replace(/[^\p{L}\p{N} .,;"'=+-]/gu, '')
    .replace(/ +/g, ' ')
    .trim(),
);
const figure = (least: number, most: number) => fc.option(fc.integer({ min: least, max: most }));
const day: fc.Arbitrary<string> = fc
  .date({ min: new Date('2001-01-01'), max: new Date('2040-01-01'), noInvalidDate: true })
  .map((one) => one.toISOString().slice(0, 10));
const label: fc.Arbitrary<BatteryLabel> = fc.record({
  tag: fc.integer({ min: 1, max: 99_999 }).map((number) => `FH-${number}`),
  type: fc.constantFrom(...CONSTRUCTIONS),
  nominalVolts: fc.constantFrom(...NOMINAL_VOLTS),
  ratings: fc.uniqueArray(
    fc.record({ standard: fc.constantFrom(...RATING_STANDARDS), amps: fc.integer({ min: 100, max: 1200 }) }),
    { maxLength: 3, selector: ({ standard }) => standard },
  ),
  c20Ah: figure(10, 200),
  rcMinutes: figure(30, 300),
  model: word,
  place: word,
  dateCode: word,
  fittedOn: fc.option(day),
  warrantyTo: fc.option(day, { nil: null }),
  group: word,
  duty: fc.constantFrom(...DUTIES, null),
});

it('a text is made safe for a spreadsheet and read back as it was, whatever it begins with', () => {
  for (const text of ['+', "'+", "''=1+1", "'", "'n", '-5', '', "'@x"]) {
    expect(undefused(defused(text))).toBe(text);
    expect(defused(text)).not.toMatch(/^[=+\-@\t\r]/);
  }
});

describe('a list of batteries', () => {
  it('that went out comes in as it was', () => {
    const labels = fc.uniqueArray(label, { selector: ({ tag }) => tag, minLength: 1, maxLength: 8 });
    fc.assert(
      fc.property(labels, (all) => {
        const text = csvText([BATTERY_COLUMNS, ...all.map(batteryCells)] as string[][]);
        expect(labelsOf(text)).toEqual(all);
      }),
    );
  });

  it('is read by names that it is met under, semicolons and commas in figures', () => {
    const text =
      '\uFEFFUnit;Type;CCA;Ah;Location;Installed\r\nFH-1;AGM;800 A SAE;70,5;Plough 3;31.1.2025\r\nFH-2;Flooded;570;;;\r\n';
    expect(labelsOf(text)).toMatchObject([
      {
        tag: 'FH-1',
        type: 'agm',
        nominalVolts: 12,
        ratings: [{ amps: 800, standard: 'SAE' }],
        c20Ah: 70.5,
        place: 'Plough 3',
        fittedOn: '2025-01-31',
      },
      { tag: 'FH-2', type: 'flooded', ratings: [{ amps: 570, standard: 'SAE' }], fittedOn: null },
    ]);
  });

  it('says of each row what is wrong with it, and by which name', () => {
    const text = [
      'tag,type,ratings,c20_ah,fitted_on,shelf no',
      'FH-1,wet,,,,',
      'FH-2,agm,800 XX,,,',
      'FH-3,agm,,many,,',
      'FH-4,agm,,,3/4/2025,',
      'fh-4,agm,,,,',
      ',agm,,,,',
      'FH-5,agm,,9000,,',
    ].join('\n');
    const why = whyOf(text);
    expect(why[0]).toContain('construction: found "wet", expected one of flooded');
    expect(why[1]).toContain('ratings: found "800 XX", expected amperes and one of SAE');
    expect(why[2]).toContain('c20_ah: found "many", expected a number');
    expect(why[3]).toContain('fitted_on: found "3/4/2025", expected a day');
    expect(why[4]).toContain('one row a battery: line 5 has this one already');
    expect(why[5]).toContain('tag');
    expect(why[6]).toContain('c20Ah');
    const list = readBatteryList(text, 'SAE');
    expect(list.ok && list.value.leftAside).toEqual(['shelf no']);
  });

  it('without a tag or a type in its header is refused as a whole', () => {
    const list = readBatteryList('place,model\nA,B', 'SAE');
    expect(list.ok ? [] : list.problems.map(({ field }) => field)).toEqual(['tag', 'construction']);
  });

  it('has an example that comes in', () => {
    expect(whyOf(EXAMPLES.batteries.text)).toEqual(['', '']);
  });
});
