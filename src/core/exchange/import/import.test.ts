import type { BatteryRecord } from '../../exchange/views';
import { STANDARD_RULES } from '../../rules/standard-rules';
import { EXAMPLES } from '../examples';
import { readHeader } from '../readings-csv/header';
import { importBlocks, piecesOf } from './import-blocks';
import { type ImportedRow, ImportReader, type KnownBatteries } from './import-reader';
import { tooLarge } from './limits';
import { type FixedCells, type Mapping, mappedHeader, suggestMapping } from './mapping';
import type { PreviewRow } from './preview';
import { refusedRows } from './refused-rows';

const NAMES = [
  'tag',
  'construction',
  'nominal_v',
  'rating_a',
  'c20_ah',
  'taken_at',
  'rest_min',
  'ocv_v',
  'load_a',
  'load_v',
];
const SOUND = {
  tag: 'FH-1',
  construction: 'flooded',
  rating_a: '570',
  c20_ah: '60',
  rest_min: '800',
  ocv_v: '12.65',
};

function readAll(
  rows: readonly Readonly<Record<string, string>>[],
  known: KnownBatteries = new Map(),
): ImportedRow[] {
  const header = readHeader(NAMES);
  if (!header.ok) throw new Error('the header must be readable');
  const cells = rows.map((row) => NAMES.map((name) => ({ ...SOUND, ...row })[name] ?? ''));
  return new ImportReader(header.value, STANDARD_RULES).read(
    { cells, lines: rows.map((_, index) => index + 2) },
    known,
  );
}

const messages = (row: ImportedRow | undefined) =>
  row && !row.ok ? row.problems.map(({ message }) => message) : [];

const REGISTERED: BatteryRecord = {
  id: '00000000-0000-7000-8000-000000000001',
  tag: 'FH-1',
  type: 'agm',
  nominalVolts: 12,
  ratings: [{ standard: 'SAE', amps: 800 }],
  c20Ah: 70,
  rcMinutes: null,
  model: '',
  place: '',
  dateCode: '',
  fittedOn: null,
};
const registered = (battery: Partial<BatteryRecord> = {}, runsAtMs: number[] = []): KnownBatteries =>
  new Map([['FH-1', { battery: { ...REGISTERED, ...battery }, runsAtMs }]]);

describe('the columns of a foreign file', () => {
  it('are recognised by the names under which they are met, each given away once', () => {
    const header = ['Serial No', 'Technology', 'CCA', 'Voltage', 'Temp (°F)', 'Remark', 'verdict', 'tag'];
    expect(suggestMapping(header)).toEqual([
      null,
      'construction',
      'rating_a',
      'ocv_v',
      'temp_f',
      null,
      null,
      'tag',
    ]);
    expect(suggestMapping(['Battery', 'Type'])).toEqual(['tag', 'construction']);
  });

  it('are put under the format’s names, or what is missing and what is double is told', () => {
    expect(mappedHeader(['Battery', 'Type', 'x'], ['tag', 'construction', null])).toEqual({
      ok: true,
      value: ['tag', 'construction', ''],
    });
    const told = (mapping: Parameters<typeof mappedHeader>[1]) => {
      const read = mappedHeader(['a', 'b'], mapping);
      return read.ok ? [] : read.problems.map(({ message }) => message);
    };
    expect(told(['tag', null])).toEqual([
      'construction: found nothing, expected a column of the file that holds it',
    ]);
    expect(told(['tag', 'tag'])).toHaveLength(1);
    const many = mappedHeader(Array(201).fill('x'), []);
    expect(many.ok ? '' : many.problems[0]?.message).toBe('columns: found 201, expected at most 200');
  });
});

it('what all rows of a file have in common is said once, and a column of its own outranks it', async () => {
  const read = async (text: string, mapping: Mapping, fixed: FixedCells) => {
    const rows: ImportedRow[] = [];
    for await (const block of importBlocks(piecesOf(text), { mapping, fixed }, STANDARD_RULES)) {
      if (!block.ok) throw new Error(block.problems[0]?.message);
      rows.push(...block.value.reader.read(block.value.rows, new Map()));
    }
    return rows.map((row) => (row.ok ? row.evidence.battery : row.problems[0]?.field));
  };
  const fixed = { construction: 'agm', rating_standard: 'EN' };
  expect(await read('Unit,CCA\nA,760\nB,640\nC\n', ['tag', 'rating_a'], fixed)).toMatchObject([
    { construction: 'agm', ratings: [{ standard: 'EN', amps: 760 }] },
    { construction: 'agm', ratings: [{ standard: 'EN', amps: 640 }] },
    'row',
  ]);
  const own = await read('Unit,Type\nA,gel\n', ['tag', 'construction'], fixed);
  expect(own).toMatchObject([{ construction: 'gel' }]);
  expect(await read('Unit\nA\n', ['tag'], { construction: 'wet' })).toEqual(['construction']);
});

it('dates are read in the order that was said, on the clock of the site; what is none in it is refused', async () => {
  const text =
    'Unit,Type,When\nA,agm,3/4/2026 08:15\nB,agm,25/4/2026\nC,agm,4/25/2026\nD,agm,2026-04-03T06:15:00Z\n';
  const mapping = ['tag', 'construction', 'taken_at'] as const;
  const rows: ImportedRow[] = [];
  const readAs = { mapping, fixed: {}, dates: { order: 'day_first', zone: 'Europe/Berlin' } } as const;
  for await (const block of importBlocks(piecesOf(text), readAs, STANDARD_RULES)) {
    if (!block.ok) throw new Error(block.problems[0]?.message);
    rows.push(...block.value.reader.read(block.value.rows, new Map()));
  }
  const told = rows.map((row) => (row.ok ? row.takenAtMs : messages(row)[0]));
  expect(told).toEqual([
    Date.UTC(2026, 3, 3, 6, 15),
    Date.UTC(2026, 3, 25, 10),
    'taken_at: found "4/25/2026", expected a day of the calendar and a time with zone, such as 2026-01-31T08:15:00Z',
    Date.UTC(2026, 3, 3, 6, 15),
  ]);
});

it('the example of a file of readings comes in whole', async () => {
  const [header = ''] = EXAMPLES.readings.text.split('\r\n');
  const readAs = { mapping: suggestMapping(header.split(',')), fixed: {} };
  for await (const block of importBlocks(piecesOf(EXAMPLES.readings.text), readAs, STANDARD_RULES)) {
    if (!block.ok) throw new Error(block.problems[0]?.message);
    const rows = block.value.reader.read(block.value.rows, new Map());
    expect(rows.map(({ ok }) => ok)).toEqual([true, true]);
  }
});

describe('the rows of a file', () => {
  it('are judged, with when they were measured and what is new here', () => {
    const [row] = readAll([{ taken_at: '2026-01-12T08:00:00Z', load_a: '285', load_v: '10.6' }]);
    expect(row).toMatchObject({
      ok: true,
      line: 2,
      tag: 'FH-1',
      batteryId: null,
      takenAtMs: Date.UTC(2026, 0, 12, 8),
      assessment: { verdict: 'serve', grade: 'A' },
    });
  });

  it('are refused when an earlier row has the same battery at the same moment', () => {
    const rows = readAll([{}, { tag: ' fh-1 ' }, { taken_at: '2026-01-12T08:00:00Z' }]);
    expect(rows.map(({ ok }) => ok)).toEqual([true, false, true]);
    expect(messages(rows[1])).toEqual([
      'tag: found "fh-1", expected one row a battery and moment: line 2 has this one already',
    ]);
  });

  it('are refused when they call a battery by another construction than an earlier row', () => {
    const rows = readAll([{}, { construction: 'agm', taken_at: '2026-01-12T08:00:00Z' }]);
    expect(messages(rows[1])).toEqual([
      'construction: found "agm", expected flooded, as line 2 has it for FH-1',
    ]);
  });

  it('are judged by the label of a registered battery, and refused where they contradict it', () => {
    const [contrary] = readAll([{}], registered());
    expect(messages(contrary)).toEqual([
      'construction: found "flooded", expected agm, as FH-1 is registered',
      'rating_a: found 570, expected 800 SAE, as FH-1 is registered',
      'c20_ah: found 60, expected 70, as FH-1 is registered',
    ]);
    const silent = { construction: '', rating_a: '', c20_ah: '' };
    const [quiet] = readAll([silent], registered());
    expect(quiet).toMatchObject({ ok: true, batteryId: REGISTERED.id, evidence: { battery: { c20Ah: 70 } } });
    const [six] = readAll([silent], registered({ nominalVolts: 6 }));
    expect(messages(six)[0]).toContain('ocv_v: found "12.65", expected a number from 0 to 9');
    expect(messages(readAll([silent], registered({ type: 'lithium' }))[0])[0]).toContain('construction');
  });

  it('are refused when the run that they tell of is stored already', () => {
    const takenAt = Date.UTC(2026, 0, 12, 8);
    const silent = { construction: '', rating_a: '', c20_ah: '', taken_at: '2026-01-12T09:00:00+01:00' };
    expect(messages(readAll([silent], registered({}, [takenAt]))[0])[0]).toContain('this one is stored');
    expect(readAll([silent], registered({}, [takenAt + 1]))[0]?.ok).toBe(true);
  });

  it('all describe a new battery as its first row does', () => {
    const [, later] = readAll([{}, { rating_a: '', taken_at: '2026-01-12T08:00:00Z' }]);
    expect(later).toMatchObject({ ok: true, evidence: { battery: { ratings: [{ amps: 570 }] } } });
    expect(messages(readAll([{ tag: 'x'.repeat(33) }])[0])[0]).toContain('at most 32 characters');
  });
});

it('a file that is larger than is read is refused by its size alone', () => {
  expect(tooLarge(1_000_000_000, 100_000_000)?.message).toBe(
    'file: found "1000 MB", expected at most 100 MB: split it, or check that it is the right file',
  );
  expect(tooLarge(100_000_000, 100_000_000)).toBeNull();
});

it('the rows that were refused are a file of their own that says why, and comes in once it is mended', () => {
  const header = ['tag', 'construction', 'ocv_v'];
  const rows = [
    { ok: true, line: 2 },
    {
      ok: false,
      line: 3,
      tag: 'B',
      problems: [{ message: 'ocv_v: found "126.5"' }, { message: 'and more' }],
    },
    { ok: false, line: 4, tag: '', problems: [{ message: 'row: found "1 cells"' }] },
  ] as unknown as readonly PreviewRow[];
  const refused = [['B', 'agm', '126.5'], ['C']];
  const first = refusedRows(header, rows, refused);
  expect(first).toEqual([
    ['tag', 'construction', 'ocv_v', 'why_refused'],
    ['B', 'agm', '126.5', 'ocv_v: found "126.5"; and more'],
    ['C', '', '', 'row: found "1 cells"'],
  ]);
  // Brought in again and refused again, it has one column that says why.
  expect(refusedRows(first[0] ?? [], rows, first.slice(1))).toEqual(first);
});
