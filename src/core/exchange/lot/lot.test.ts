import fc from 'fast-check';
import { type Result, succeed } from '../../quantity/result';
import { STANDARD_RULES } from '../../rules/standard-rules';
import type { LotRow } from '../arrival-views';
import type { UsedColumn } from '../readings-csv/columns';
import { filledDown, filledWhereBlank, withCell, withMoreRows, withoutRow } from './edit-lot';
import { LotJudge } from './judge-lot';
import { LOT_PLAN, lotRows } from './lot-grid';
import { changed, newHistory, redone, undone } from './lot-history';
import { ordered } from './lot-sort';
import { gradeGroups, stepToMend, workLists } from './lot-summary';
import { columnTitle, keptCell, shownCell } from './lot-temperature';
import { readPiece, withPiece } from './paste-lot';

const SOUND: LotRow = {
  tag: 'R-1',
  construction: 'flooded',
  rating_a: '570',
  c20_ah: '60',
  case: 'ok',
  terminals: 'ok',
  level: 'ok',
  temp_c: '25',
  rest_min: '800',
  ocv_v: '12.65',
  load_a: '285',
  load_v: '10.6',
};
const row = (tag: string, changes: LotRow = {}): LotRow => ({ ...SOUND, tag, ...changes });
const judge = (rows: readonly LotRow[]) => new LotJudge(STANDARD_RULES).judge(rows, new Map());
const label = LOT_PLAN.label.columns;

/** A piece of a spreadsheet read and put in. */
function pasted(
  rows: readonly LotRow[],
  at: { row: number; column: UsedColumn },
  text: string,
  columns: readonly UsedColumn[],
  order: readonly number[] | null = null,
  more: { unit?: '°C' | '°F'; whole?: boolean } = {},
): Result<LotRow[]> {
  const { unit = '°C', whole = order === null } = more;
  const read = readPiece(rows, at, text, { columns, unit, order, whole });
  return read.ok ? succeed(withPiece(rows, read.value)) : read;
}

function granted<T>(
  read: { ok: true; value: T } | { ok: false; problems: readonly { message: string }[] },
): T {
  if (!read.ok) throw new Error(read.problems.map(({ message }) => message).join());
  return read.value;
}

describe('a rack’s grid', () => {
  it('takes a cell below its end, and leaves blank rows out of what is read', () => {
    const rows = withCell([], { row: 2, column: 'tag' }, 'R-3');
    expect(rows).toEqual([{}, {}, { tag: 'R-3' }]);
    expect(lotRows(rows).lines).toEqual([3]);
    expect(withoutRow(rows, 0)).toHaveLength(2);
  });

  it('takes a piece of a spreadsheet at the cell, or under the names in its first row', () => {
    const at = { row: 1, column: 'construction' } as const;
    expect(granted(pasted([{ tag: 'R-1' }], at, 'agm\t12\nefb\t12\n', label))).toEqual([
      { tag: 'R-1' },
      { construction: 'agm', nominal_v: '12' },
      { construction: 'efb', nominal_v: '12' },
    ]);
    const named = 'Battery;Type;Voltage;Shelf\r\nR-7;agm;12,61;3\r\n';
    expect(granted(pasted([], { row: 0, column: 'tag' }, named, label))).toEqual([
      { tag: 'R-7', construction: 'agm', ocv_v: '12,61' },
    ]);
  });

  it('refuses a piece that is wider or longer than the grid, and stays as it was', () => {
    const wide = pasted([], { row: 0, column: 'taken_at' }, '1\t2', label);
    expect(wide.ok ? '' : wide.problems[0]?.message).toBe(
      'paste: found "2 columns", expected at most 1 from here on',
    );
    const long = pasted([], { row: 0, column: 'tag' }, 'R\n'.repeat(1001), label);
    expect(long.ok ? '' : long.problems[0]?.message).toContain('at most 1000 in one rack');
  });

  it('a piece goes only into rows that are shown, and one with more rows than those is refused', () => {
    const rows = ['R-1', 'R-2', 'R-3', 'R-4'].map((tag) => ({ tag, ocv_v: '12.6' }));
    const at = { row: 1, column: 'ocv_v' } as const;
    const read = granted(pasted(rows, at, '11.8\n11.9\n', ['ocv_v'], [1, 3]));
    expect(read.map(({ ocv_v }) => ocv_v)).toEqual(['12.6', '11.8', '12.6', '11.9']);
    const long = pasted(rows, at, '1\n2\n3\n', ['ocv_v'], [1, 3]);
    expect(long.ok ? '' : long.problems[0]?.message).toContain('at most the 2 that are shown from here on');
    const filled = filledWhereBlank(
      [{ tag: 'A', ocv_v: '12' }, { tag: 'B' }, { tag: 'C' }],
      { ...at, row: 0 },
      [0, 2],
    );
    expect(filled.map(({ ocv_v }) => ocv_v)).toEqual(['12', undefined, '12']);
  });

  it('a pasted column of decimal commas is one column', () => {
    const read = granted(
      pasted([], { row: 0, column: 'ocv_v' }, '12,61\n12,5\n\n12,48', ['ocv_v', 'temp_c']),
    );
    expect(read.map(({ ocv_v }) => ocv_v)).toEqual(['12,61', '12,5', '', '12,48']);
    expect(read.map(({ temp_c }) => temp_c)).toEqual([undefined, undefined, undefined, undefined]);
    expect(
      granted(pasted([], { row: 0, column: 'ocv_v' }, '12.61,20\n12.5,21', ['ocv_v', 'temp_c']))[1],
    ).toEqual({
      ocv_v: '12.5',
      temp_c: '21',
    });
  });

  it('in a sorted rack a piece and a fill-down follow the order that is seen', () => {
    const rows: LotRow[] = ['A', 'B', 'C'].map((tag) => ({ tag }));
    const order = [2, 0, 1];
    const at = { row: 2, column: 'ocv_v' } as const;
    const columns = ['ocv_v'] as const;
    const read = granted(pasted(rows, at, '12.1\n12.2\n12.3\n12.4', columns, order, { whole: true }));
    expect(read.map(({ ocv_v }) => ocv_v)).toEqual(['12.2', '12.3', '12.1', '12.4']);
    const filled = filledWhereBlank(
      rows.with(0, { tag: 'A', ocv_v: '12' }),
      { row: 0, column: 'ocv_v' },
      order,
    );
    expect(filled.map(({ ocv_v }) => ocv_v)).toEqual(['12', '12', undefined]);
  });

  it('takes dates, Fahrenheit and gravities by their headings, and its own headings for what they are', () => {
    const headings = 'Tag\tNominal V\tTaken at\tTemp, °F\tGravity 1\tGravity 2';
    const line = 'R-1\t6\t2026-01-05T08:00:00Z\t68\t1.26\t1.25';
    const [row] = granted(pasted([], { row: 0, column: 'tag' }, `${headings}\n${line}`, label));
    expect(row).toEqual({
      tag: 'R-1',
      nominal_v: '6',
      taken_at: '2026-01-05T08:00:00Z',
      temp_f: '68',
      sg_1: '1.26',
      sg_2: '1.25',
    });
  });

  it('says before it puts a piece in what is left aside and what is written over', () => {
    const rows = [{ tag: 'R-1', ocv_v: '12.6' }];
    const shown = { columns: label, unit: '°C', order: null, whole: true } as const;
    const text = 'Tag\tOpen volts\tShelf\nR-1\t12.1\t3\nR-2\t12.2\t4';
    const piece = granted(readPiece(rows, { row: 0, column: 'tag' }, text, shown));
    expect(piece).toMatchObject({ columns: ['tag', 'ocv_v', null], rows: [0, 1], overwrites: 1 });
    expect(piece.headings).toEqual(['Tag', 'Open volts', 'Shelf']);
  });

  it('more rows come under the last that holds anything, and nothing that was typed is lost', () => {
    const rows = [{ tag: 'R-09' }, { ocv_v: '12.6' }, {}];
    expect(withMoreRows(rows, 2)).toEqual([{ tag: 'R-09' }, { ocv_v: '12.6' }, {}, {}]);
    expect(withMoreRows([{ tag: 'R-09' }, {}], 2).map(({ tag }) => tag)).toEqual(['R-09', 'R-10', 'R-11']);
    const tags = filledWhereBlank([{ tag: 'R-09' }, { ocv_v: '12' }, {}, { ocv_v: '13' }], {
      row: 0,
      column: 'tag',
    });
    expect(tags.map(({ tag }) => tag)).toEqual(['R-09', 'R-10', undefined, 'R-11']);
  });

  it('fills down: a tag counts on, anything else is copied', () => {
    const rows = filledDown([{ tag: 'R-09' }, {}, {}], { row: 0, column: 'tag' }, 2);
    expect(rows.map(({ tag }) => tag)).toEqual(['R-09', 'R-10', 'R-11']);
    const typed = filledDown([{ construction: 'agm' }], { row: 0, column: 'construction' }, 2);
    expect(typed.map(({ construction }) => construction)).toEqual(['agm', 'agm', 'agm']);
    expect(filledDown([{ tag: 'loose' }], { row: 0, column: 'tag' }, 1)[1]?.tag).toBe('loose');
  });

  it('goes back and forth through any changes without losing one', () => {
    const edits = fc.array(fc.record({ row: fc.nat(4), text: fc.string({ maxLength: 4 }) }), {
      maxLength: 20,
    });
    fc.assert(
      fc.property(edits, (made) => {
        let history = newHistory([]);
        const states = [history.rows];
        for (const { row: at, text } of made) {
          history = changed(history, withCell(history.rows, { row: at, column: 'tag' }, text));
          states.push(history.rows);
        }
        for (const state of states.toReversed().slice(1)) {
          history = undone(history);
          expect(history.rows).toBe(state);
        }
        expect(undone(history)).toBe(history);
        for (const state of states.slice(1)) {
          history = redone(history);
          expect(history.rows).toBe(state);
        }
        expect(redone(history)).toBe(history);
      }),
    );
  });

  it('counts typing on in one cell as one step', () => {
    let history = newHistory([]);
    for (const text of ['1', '12', '12.']) history = changed(history, [{ ocv_v: text }], '0 ocv_v');
    history = changed(history, [{ ocv_v: '12.', tag: 'R' }], '0 tag');
    expect(undone(undone(history)).rows).toEqual([]);
    expect(history.past).toHaveLength(2);
  });
});

describe('a rack’s judgement', () => {
  it('is that of each row, and remembers the rows that stay the same', () => {
    const lot = new LotJudge(STANDARD_RULES);
    const rows = [row('R-1'), row('R-2', { load_v: '' }), {}];
    const first = lot.judge(rows, new Map());
    expect(first.map(({ kind }) => kind)).toEqual(['good', 'good', 'blank']);
    const again = lot.judge(rows.with(1, row('R-2')), new Map());
    // Nothing but the known batteries could change a row’s judgement: here that map is a new one.
    expect(again[0]).toEqual(first[0]);
    const known = new Map();
    const kept = lot.judge(rows, known);
    expect(lot.judge(rows.with(1, row('R-2', { load_v: '9' })), known)[0]).toBe(kept[0]);
  });

  it('names the row that has a tag already, and what is wrong in a cell', () => {
    const [, twice, bad] = judge([row('R-1'), row('r-1 '), row('R-3', { ocv_v: '126' })]);
    expect(twice).toMatchObject({
      kind: 'bad',
      problems: [{ field: 'tag', expected: expect.stringContaining('row 1') }],
    });
    expect(bad).toMatchObject({ kind: 'bad', problems: [{ field: 'ocv_v', found: '"126"' }] });
  });

  it('gathers rows by what they wait for, danger first', () => {
    const rows = [
      row('R-1'),
      row('R-2', { ocv_v: '12.1', load_v: '' }),
      row('R-3', { load_v: '' }),
      row('R-4', { case: 'cracked' }),
      row('R-5', { level: 'low' }),
      row('R-6', { load_v: '9.1' }),
      {},
    ];
    expect(workLists(judge(rows))).toEqual([
      { work: 'quarantine', rows: [3] },
      { work: 'top_up', rows: [4] },
      { work: 'conductance', rows: [2] },
      { work: 'charge', rows: [1] },
      { work: 'retire', rows: [5] },
      { work: 'serve', rows: [0] },
    ]);
  });

  it('sorts into grades by construction and rating', () => {
    const rows = [
      row('R-1'),
      row('R-2', { load_v: '9.9' }),
      row('R-3', { rating_a: '800', load_a: '400', load_v: '10.6' }),
    ];
    const agm = row('R-4', { construction: 'agm', ocv_v: '12.85' });
    const groups = gradeGroups(judge([...rows, agm, { tag: 'R-5' }]));
    expect(groups.map(({ construction, amps, total }) => [construction, amps, total])).toEqual([
      ['flooded', [500, 599], 2],
      ['flooded', [800, 899], 1],
      ['agm', [500, 599], 1],
    ]);
    expect(groups[0]?.rows.A).toEqual([0]);
    expect(groups[0]?.health).toHaveLength(2);
  });
});

describe('temperatures in a rack', () => {
  it('are typed and shown in the unit of the screen, and kept in °C', () => {
    expect(keptCell('70', 'temp_c', '°F')).toBe('21.11');
    expect(shownCell({ temp_c: '21.11' }, 'temp_c', '°F')).toBe('70');
    expect(shownCell({ temp_c: '21.11' }, 'temp_c', '°C')).toBe('21.11');
    expect(columnTitle('sg_temp_c', '°F')).toBe('Electrolyte, °F');
    expect(columnTitle('ocv_v', '°F')).toBe('Open, V');
    expect(keptCell('warm', 'temp_c', '°F')).toBe('warm');
    expect(keptCell('12.6', 'ocv_v', '°F')).toBe('12.6');
  });

  it('come back as they were typed', () => {
    fc.assert(
      fc.property(fc.integer({ min: -400, max: 1600 }), (tenths) => {
        const typed = String(tenths / 10);
        expect(shownCell({ temp_c: keptCell(typed, 'temp_c', '°F') }, 'temp_c', '°F')).toBe(typed);
      }),
    );
  });

  it('that came in Fahrenheit are one with those that are typed: the last stands', () => {
    const came: LotRow = { tag: 'R-1', temp_f: '68' };
    expect(shownCell(came, 'temp_c', '°F')).toBe('68');
    expect(shownCell(came, 'temp_c', '°C')).toBe('20');
    expect(withCell([came], { row: 0, column: 'temp_c' }, '25')).toEqual([{ tag: 'R-1', temp_c: '25' }]);
  });

  it('a piece without a unit is in that of the screen, one that names it is not', () => {
    const at = { row: 0, column: 'temp_c' } as const;
    const bare = granted(pasted([], at, '68\n50', ['temp_c'], null, { unit: '°F' }));
    expect(bare.map(({ temp_c }) => temp_c)).toEqual(['20', '10']);
    const named = granted(pasted([], at, 'Tag\tTemp, °C\nR-1\t20', ['temp_c'], null, { unit: '°F' }));
    expect(named).toEqual([{ tag: 'R-1', temp_c: '20' }]);
  });
});

describe('a rack in the order of a column', () => {
  it('has numbers by size, blanks last either way, and leaves those alike as they stand', () => {
    const rows: LotRow[] = [{ ocv_v: '12,4' }, {}, { ocv_v: '9.8' }, { ocv_v: 'x' }, { ocv_v: '12.40' }];
    expect(ordered(rows, [], { by: 'ocv_v', falling: false })).toEqual([2, 0, 4, 3, 1]);
    expect(ordered(rows, [], { by: 'ocv_v', falling: true })).toEqual([3, 0, 4, 2, 1]);
    const tags = ['R-10', 'R-9', 'r-1'].map((tag) => ({ tag }));
    expect(ordered(tags, [], { by: 'tag', falling: false })).toEqual([2, 1, 0]);
  });

  it('goes by verdict and health, what is not judged last', () => {
    const rows = [row('A'), row('B', { load_v: '8' }), {}, row('C', { load_v: '10.2' })];
    const judged = judge(rows);
    const healthOf = (at: number) => {
      const one = judged[at];
      return one?.kind === 'good' ? (one.row.assessment.estimates.health?.pct ?? 0) : 0;
    };
    const byHealth = ordered(rows, judged, { by: 'health', falling: false });
    expect(byHealth.at(-1)).toBe(2);
    expect(healthOf(byHealth[0] ?? 0)).toBeLessThan(healthOf(byHealth[1] ?? 0));
    expect(ordered(rows, judged, { by: 'verdict', falling: false }).at(-1)).toBe(2);
  });
});

it('a list of entries to mend leads to the step in which the first of them stands', () => {
  const judged = judge([row('A'), row('B', { load_v: '126' }), row('C', { rating_a: 'x' })]);
  expect(stepToMend(judged, [1, 2])).toBe('load');
  expect(stepToMend(judged, [2])).toBe('label');
  expect(stepToMend(judged, [0])).toBeNull();
});
