import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { assess } from '../assessment/assess';
import { BatteryLabelSchema } from '../battery/battery-label';
import { STANDARD_RULES } from '../rules/standard-rules';
import { checkShape } from './check-shape';
import { csvBlocks, rowsOf } from './csv-blocks';
import { defused, defusedEntry, undefused } from './csv-text';
import { changedRunsCsv, importsCsv, lotsCsv } from './list-csv';
import { APPENDED_COLUMNS } from './readings-csv/columns';
import { gradedCells } from './readings-csv/graded';
import { readHeader } from './readings-csv/header';
import { readRow } from './readings-csv/row';
import { RulesFileSchema, readRulesFile, writeRulesFile } from './rules-file';

const HEADER =
  'tag,construction,nominal_v,rating_standard,rating_a,temp_c,temp_f,case,rest_min,ocv_v,load_a,load_v,load_s,recovery_v,charges_done,taken_at'.split(
    ',',
  );

/** Reads one row given by column name. */
function read(cells: Readonly<Record<string, string>>, names: readonly string[] = HEADER) {
  const header = readHeader(names);
  if (!header.ok) throw new Error('the header must be readable');
  return readRow(
    header.value,
    names.map((name) => ({ tag: 'FH-1', construction: 'flooded', rating_a: '570', ...cells })[name] ?? ''),
  );
}

function messages(cells: Readonly<Record<string, string>>): string[] {
  const row = read(cells);
  return row.ok ? [] : row.problems.map(({ message }) => message);
}

async function blocksOf(...chunks: string[]) {
  async function* stream() {
    yield* chunks;
  }
  const rows: (readonly string[])[] = [];
  const lines: number[] = [];
  for await (const block of csvBlocks(stream())) {
    const read = rowsOf(block);
    rows.push(...read.cells);
    lines.push(...read.lines);
  }
  return { rows, lines };
}

describe('a row of readings', () => {
  it('becomes the evidence that it states', () => {
    const row = read({
      nominal_v: '6',
      temp_f: '14',
      rest_min: '800',
      ocv_v: '6,32',
      load_a: '285',
      load_v: '5.2',
      charges_done: '1',
    });
    expect(row).toMatchObject({
      ok: true,
      value: {
        tag: 'FH-1',
        evidence: {
          battery: { nominalVolts: 6, ratings: [{ standard: 'SAE', amps: 570 }] },
          openCircuit: {
            volts: 6.32,
            temperatureC: expect.closeTo(-10, 9),
            restMinutes: 800,
            surfaceRemoved: null,
          },
          load: { amps: 285, seconds: 15, volts: 5.2 },
          chargesGiven: 1,
        },
      },
    });
  });

  it.each([
    [{ tag: '' }, 'tag: found nothing, expected the battery’s tag'],
    [
      { construction: 'lithium' },
      'construction: found "lithium", expected one of flooded, calcium, efb, agm, gel',
    ],
    [{ rating_a: '0' }, 'rating_a: found "0", expected a number from 20 to 4000'],
    [{ ocv_v: 'NaN' }, 'ocv_v: found "NaN", expected a number from 0 to 18'],
    [{ ocv_v: 'Infinity' }, 'ocv_v: found "Infinity", expected a number from 0 to 18'],
    [{ ocv_v: '0x0C' }, 'ocv_v: found "0x0C", expected a number from 0 to 18'],
    [{ temp_c: '400' }, 'temp_c: found "400", expected a number from -50 to 90'],
    [{ temp_c: '20', temp_f: '20' }, 'temp_f: found 20, expected the same as temp_c, 68.0'],
    [{ case: 'broken' }, 'case: found "broken", expected one of ok, cracked, bulged, leaking, frozen'],
    [{ charges_done: '1.5' }, 'charges_done: found 1.5, expected a whole number'],
    [
      { taken_at: '12/01/2026' },
      'taken_at: found "12/01/2026", expected a day of the calendar and a time with zone, such as 2026-01-31T08:15:00Z',
    ],
  ])('%j is refused with its field', (cells, message) => {
    expect(messages(cells)).toEqual([message]);
  });

  it('is refused when the load stands above the open voltage', () => {
    expect(messages({ ocv_v: '12.5', load_a: '285', load_v: '12.6' })).toEqual([
      expect.stringContaining('load_v: found 12.6'),
    ]);
  });

  it('is graded without a load whose current nobody wrote down, and says so', () => {
    expect(read({ ocv_v: '12.5', load_v: '10' })).toMatchObject({
      ok: true,
      value: { evidence: { load: null }, leftOut: [{ field: 'load_a' }] },
    });
  });

  it('means the same with its columns in any order', () => {
    const cells = { ocv_v: '12.5', load_a: '285', load_v: '9.9', temp_c: '4' };
    fc.assert(
      fc.property(fc.shuffledSubarray(HEADER, { minLength: HEADER.length }), (names) => {
        expect(read(cells, names)).toEqual(read(cells));
      }),
    );
  });
});

describe('the header', () => {
  it('keeps unknown columns aside, and replaces an earlier grading', () => {
    expect(readHeader(['Colour', ' TAG ', 'Construction', 'cond_value', 'verdict'])).toMatchObject({
      ok: true,
      value: { unknown: ['colour'], replaced: [4] },
    });
  });

  it('is refused without a needed column, or with one twice', () => {
    const refused = (names: string[]) => {
      const read = readHeader(names);
      return read.ok ? [] : read.problems.map(({ field }) => field);
    };
    expect(refused(['tag'])).toEqual(['construction']);
    expect(refused(['tag', 'construction', 'tag'])).toEqual(['tag']);
  });
});

describe('graded cells', () => {
  it('stand in the order of their columns', () => {
    const row = read({ ocv_v: '12.65', load_a: '285', load_v: '10.8', rest_min: '800' });
    if (!row.ok) throw new Error('the row is good');
    const cells = gradedCells(assess(row.value.evidence, STANDARD_RULES));
    expect(Object.fromEntries(APPENDED_COLUMNS.map((name, index) => [name, cells[index]]))).toMatchObject({
      soc_pct: '100.0',
      soc_sd: '5.0',
      soh_pct: '106.9',
      load_set_a: '285.0',
      load_limit_v: '9.600',
      load_margin_v: '1.200',
      verdict: 'serve',
      grade: 'A',
      next_step: '',
      reasons: 'sound;load_passes',
      rules: 'integra-standard/6',
    });
  });
});

describe('CSV in pieces', () => {
  it('reads a spreadsheet’s semicolons, byte-order mark, CRLF and blank lines', async () => {
    const { rows, lines } = await blocksOf('\uFEFFtag;ocv_v\r\n', '\r\nFH-1;12,6\r\n');
    expect(rows).toEqual([
      ['tag', 'ocv_v'],
      ['FH-1', '12,6'],
    ]);
    expect(lines).toEqual([1, 3]);
  });

  it('keeps counting lines across quoted line ends', async () => {
    const { rows, lines } = await blocksOf('tag,note\nA,"two\nlines"\nB,"a ""quoted"" word"');
    expect(rows[1]).toEqual(['A', 'two\nlines']);
    expect(rows[2]).toEqual(['B', 'a "quoted" word']);
    expect(lines).toEqual([1, 2, 4]);
  });

  it('reads the same rows wherever the stream is cut', async () => {
    const text = 'tag,note,v\nA,"x,\n y",1\n\nB,plain,2\n"C",,3\n';
    const whole = await blocksOf(text);
    await fc.assert(
      fc.asyncProperty(fc.uniqueArray(fc.integer({ min: 1, max: text.length - 1 })), async (cuts) => {
        const at = [0, ...cuts.sort((one, other) => one - other), text.length];
        expect(await blocksOf(...at.slice(1).map((end, index) => text.slice(at[index], end)))).toEqual(whole);
      }),
    );
  });

  it('refuses a binary and a quote that never closes', async () => {
    await expect(blocksOf('PK\u0000\u0001')).rejects.toThrow('this is not a text file');
    await expect(blocksOf('tag,note\nA,"', 'x'.repeat(5_000_000))).rejects.toThrow(
      'line 2: a row that does not end',
    );
  });
});

describe('house rules in a file', () => {
  it('come back as they went', () => {
    expect(readRulesFile(writeRulesFile(STANDARD_RULES))).toEqual({ ok: true, value: STANDARD_RULES });
  });

  it.each([
    ['not JSON', 'rules!', 'file'],
    ['a later major version', JSON.stringify({ format: 'integra:rules/2', rules: STANDARD_RULES }), 'format'],
    [
      'a missing part',
      JSON.stringify({ format: 'integra:rules/1', rules: { ...STANDARD_RULES, health: undefined } }),
      'rules/health',
    ],
    [
      'a limit table out of order',
      writeRulesFile({
        ...STANDARD_RULES,
        load: {
          ...STANDARD_RULES.load,
          limitVoltsByCelsius: [
            [20, 9.6],
            [0, 9.2],
          ],
        },
      }),
      'rules/load/limitVoltsByCelsius',
    ],
  ])('are refused for %s', (_why, text, field) => {
    expect(readRulesFile(text)).toMatchObject({ ok: false, problems: [{ field }] });
  });
});

describe('what docs/formats shows', () => {
  const shown = (name: string) => readFileSync(`docs/formats/${name}`, 'utf8');

  it('is the schema that files are checked with', () => {
    expect(JSON.parse(shown('rules-1.schema.json'))).toEqual(JSON.parse(JSON.stringify(RulesFileSchema)));
  });

  it('is an example that can be read', () => {
    expect(readRulesFile(shown('rules-1.example.json'))).toEqual({ ok: true, value: STANDARD_RULES });
  });

  it('is read as well where an earlier version wrote it, with what that version did where it did not ask', () => {
    const file = JSON.parse(writeRulesFile(STANDARD_RULES));
    delete file.shape;
    delete file.rules.load.atFullCharge;
    delete file.rules.recovery.judgedBy;
    delete file.rules.recovery.chargePct;
    expect(readRulesFile(JSON.stringify(file))).toMatchObject({
      ok: true,
      value: { load: { atFullCharge: false }, recovery: { judgedBy: 'volts', volts: 12.4 } },
    });
  });
});

describe('shapes', () => {
  it('complain once a field, with what was found and what is expected', () => {
    const label = {
      tag: ' x',
      type: 'steam',
      nominalVolts: 24,
      ratings: [{ standard: 'SAE', amps: 0 }],
      c20Ah: null,
    };
    const checked = checkShape(BatteryLabelSchema, {
      ...label,
      rcMinutes: null,
      model: '',
      place: '',
      dateCode: '',
      fittedOn: '2026-13-01',
    });
    expect(checked.ok ? [] : checked.problems.map(({ field }) => field)).toEqual([
      'tag',
      'type',
      'nominalVolts',
      'ratings/0/amps',
      'fittedOn',
    ]);
    const messages = checked.ok ? [] : checked.problems.map(({ message }) => message);
    expect(messages).toContain('ratings/0/amps: found 0, expected 20 to 4000');
    expect(messages.find((message) => message.startsWith('nominalVolts'))).toContain('one of 2, 4, 6, 8, 12');
  });
});

describe('lists as CSV', () => {
  it('defuse what a spreadsheet would run, and read it back as it was', () => {
    for (const text of ['=1+1', '+cmd', '-x', '@a', '\tb', "'=c", 'FH-1', '']) {
      expect(/^[=+\-@\t]/.test(defused(text))).toBe(false);
      expect(undefused(defused(text))).toBe(text);
    }
    expect(defusedEntry('-12,5')).toBe('-12,5');
    expect(defusedEntry('-cmd')).toBe("'-cmd");
    expect(read({ tag: "'=FH" })).toMatchObject({ ok: true, value: { tag: '=FH' } });
  });

  it('tell what came in and which racks there are', () => {
    const made = {
      id: 'i',
      source: 'file' as const,
      state: 'in' as const,
      name: '=x.csv',
      runs: 2,
      newBatteries: 1,
      madeAtMs: 0,
      madeById: 't',
      undoneAtMs: 86_400_000,
      undoneById: 't',
    };
    const day = '1970-01-01T00:00:00.000Z';
    expect(importsCsv([made]).split('\r\n')[1]).toBe(`'=x.csv,file,2,1,${day},1970-01-02T00:00:00.000Z,i`);
    const lot = { id: 'l', name: 'Rack', revision: 3, startedAtMs: 0, startedById: 't', changedAtMs: 0 };
    expect(lotsCsv([{ ...lot, importId: null, batteries: 4 }]).split('\r\n')[1]).toBe(
      `Rack,4,${day},${day},no,l`,
    );
  });

  it('tell on which runs two sets of rules disagree', () => {
    const run = {
      runId: 'r',
      tag: '=T',
      atMs: 0,
      one: { verdict: 'watch' as const, because: 'ageing' as const },
      other: { verdict: 'retire' as const, because: 'worn' as const },
    };
    expect(changedRunsCsv([run]).split('\r\n')[1]).toBe(
      "'=T,1970-01-01T00:00:00.000Z,watch,ageing,retire,worn,r",
    );
  });
});
