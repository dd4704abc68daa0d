import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PassThrough, Readable, Writable } from 'node:stream';
import { CORE_VERSION } from '@/core/assessment/core-version';
import { writeRulesFile } from '@/core/exchange/rules-file';
import { STANDARD_RULES } from '@/core/rules/standard-rules';
import { grade } from './grade';

const HEADER =
  'tag,construction,rating_a,temp_c,case,terminals,level,rest_min,ocv_v,load_a,load_v,cond_value,owner';
const ROWS = [
  'FH-1,flooded,570,25,ok,ok,ok,800,12.65,285,10.8,,north yard',
  'FH-2,flooded,570,-10,ok,ok,ok,800,12.65,285,9.2,510,north yard',
  'FH-3,agm,800,10,cracked,ok,sealed,800,12.8,,,,south yard',
];

const folder = mkdtempSync(join(tmpdir(), 'integra-grade-'));

function file(name: string, text: string): string {
  const path = join(folder, name);
  writeFileSync(path, text);
  return path;
}

class Collected extends Writable {
  text = '';
  override _write(chunk: Buffer, _encoding: string, done: () => void): void {
    this.text += chunk.toString();
    done();
  }
}

async function run(args: string[], input = '') {
  const stdout = new Collected();
  const stderr = new Collected();
  const code = await grade(args, { stdin: Readable.from([input]), stdout, stderr });
  return { code, out: stdout.text, complaints: stderr.text };
}

const verdictsOf = (out: string) => {
  const [header = '', ...rows] = out.trimEnd().split(/\r?\n/);
  const at = header.split(',').indexOf('verdict');
  return rows.map((row) => row.split(',')[at]);
};

describe('the grade command', () => {
  it('writes the same rows with the assessment appended', async () => {
    const { code, out, complaints } = await run([file('good.csv', [HEADER, ...ROWS, ''].join('\n'))]);
    expect(code).toBe(0);
    expect(verdictsOf(out)).toEqual(['serve', 'watch', 'quarantine']);
    const lines = out.split('\n');
    expect(lines[0]).toBe(
      `${HEADER},soc_pct,soc_sd,soh_pct,soh_sd,load_set_a,load_limit_v,load_margin_v,verdict,grade,next_step,reasons,rules,core`,
    );
    expect(lines[1]).toBe(
      `${ROWS[0]},100.0,5.0,106.9,6.5,285.0,9.600,1.200,serve,A,,sound;load_passes,integra-standard/6,${CORE_VERSION}`,
    );
    expect(complaints).toContain('line 3, cond_unit: found nothing');
    expect(complaints).toContain('unknown columns, carried through: owner');
  });

  it('reads standard input, and grades the same in whatever order the rows come', async () => {
    const forth = await run(['-'], [HEADER, ...ROWS].join('\n'));
    const back = await run(['-'], [HEADER, ...[...ROWS].reverse()].join('\n'));
    expect(back.out.trimEnd().split('\n').slice(1).reverse()).toEqual(
      forth.out.trimEnd().split('\n').slice(1),
    );
  });

  it('reports each bad row by line and column, keeps it, and exits 1', async () => {
    const bad = 'FH-9,flooded,0,400,ok,ok,ok,800,12.65,285,13,,x';
    const { code, out, complaints } = await run(['-'], [HEADER, ROWS[0], bad, ROWS[1]].join('\n'));
    expect(code).toBe(1);
    expect(complaints).toContain(
      'line 3, rating_a: found "0", expected a number from 20 to 4000 (row refused)',
    );
    expect(complaints).toContain('line 3, temp_c: found "400"');
    expect(verdictsOf(out)).toEqual(['serve', '', 'watch']);
    expect(out).toContain(`${bad},,,,`);
  });

  it('writes one JSON assessment a line, with findings and ledger', async () => {
    const { code, out } = await run(['-', '--json'], [HEADER, ...ROWS].join('\n'));
    expect(code).toBe(0);
    const records = out
      .trimEnd()
      .split('\n')
      .map((line) => JSON.parse(line));
    expect(records.map(({ line, tag, verdict }) => [line, tag, verdict])).toEqual([
      [2, 'FH-1', 'serve'],
      [3, 'FH-2', 'watch'],
      [4, 'FH-3', 'quarantine'],
    ]);
    expect(records[1].findings.map(({ code: finding }: { code: string }) => finding)).toEqual([
      'ageing',
      'load_passes',
    ]);
    expect(records[1].ledger.map(({ step }: { step: string }) => step)).toEqual([
      'inspect',
      'open_circuit',
      'load',
    ]);
  });

  it('takes house rules from a file, and says what is wrong with a bad one', async () => {
    const health = { ...STANDARD_RULES.health, retirePct: 75, passFloorPct: 75 };
    const strict = { ...STANDARD_RULES, id: 'strict', health };
    const input = [HEADER, ...ROWS].join('\n');
    const graded = await run(['-', '--rules', file('strict.json', writeRulesFile(strict))], input);
    expect(verdictsOf(graded.out)).toEqual(['serve', 'undecided', 'quarantine']);
    expect(graded.out).toContain('strict/6');
    const refused = await run(
      ['-', '--rules', file('bad.json', '{"format":"integra:rules/1","rules":{}}')],
      input,
    );
    expect(refused.code).toBe(2);
    expect(refused.complaints).toContain('rules/health: found nothing, expected a value');
  });

  it('quotes what needs quotes, whatever the spreadsheet wrote', async () => {
    const text = 'tag;construction;ocv_v;note\r\nFH-1;gel;12,85;"a; b, ""c"""\r\n';
    const { code, out } = await run(['-'], text);
    expect(code).toBe(0);
    expect(out.split('\r\n')[1]).toContain('FH-1,gel,"12,85","a; b, ""c""",100.0');
  });

  it('reads a file in pieces, however they cut its rows and letters', async () => {
    const owners = ['Lager Süd, Tor 3', '倉庫', '€'.repeat(20_000), 'x'.repeat(50_000), ''];
    const rows = Array.from({ length: 300 }, (_, index) => {
      const owner = owners[index % owners.length] ?? '';
      return (ROWS[0] ?? '').replace('FH-1', `FH-${index}`).replace('north yard', owner.replace(',', ''));
    });
    const text = [HEADER, ...rows, ''].join('\n');
    const { code, out } = await run([file('long.csv', text)]);
    expect(code).toBe(0);
    const written = out.trimEnd().split('\n').slice(1);
    expect(written.map((row) => row.slice(0, row.lastIndexOf(',100.0,5.0')))).toEqual(rows);
    const bytes = Buffer.from(text);
    const pieces = Array.from({ length: Math.ceil(bytes.length / 997) }, (_, piece) =>
      bytes.subarray(piece * 997, (piece + 1) * 997),
    );
    const stdout = new Collected();
    await grade(['-'], { stdin: Readable.from(pieces), stdout, stderr: new Collected() });
    expect(stdout.text).toBe(out);
  });

  it('replaces the columns of an earlier grading', async () => {
    const once = await run(['-'], [HEADER, ...ROWS].join('\n'));
    const twice = await run(['-'], once.out);
    expect(twice.out).toBe(once.out);
  });

  it.each([
    ['a file that is not there', ['/nowhere/readings.csv'], '', 'there is no file /nowhere/readings.csv'],
    ['an empty file', ['-'], '', 'the file is empty'],
    ['a header without what is needed', ['-'], 'a,b\n1,2\n', 'construction: found nothing'],
    ['a binary', ['-'], 'PK\u0000\u0003', 'not a text file'],
    ['a folder', [tmpdir()], '', 'a folder, not a file'],
    ['no file at all', [], '', 'one file is needed'],
    ['an unknown option', ['-', '--fast'], '', '--fast'],
  ])('exits 2 for %s', async (_what, args, input, message) => {
    const { code, out, complaints } = await run(args, input);
    expect({ code, out }).toEqual({ code: 2, out: '' });
    expect(complaints).toContain(message);
  });

  it('waits for a slow reader and holds only some blocks of a long file', async () => {
    const rows = 40_000;
    function* long() {
      yield `${HEADER}\n`;
      for (let row = 0; row < rows; row += 100) yield `${ROWS[0]}\n`.repeat(100);
    }
    const stdout = new PassThrough({ highWaterMark: 1024 });
    let lines = 0;
    let mostBuffered = 0;
    stdout.on('data', (chunk: Buffer) => {
      mostBuffered = Math.max(mostBuffered, stdout.readableLength);
      lines += chunk.toString().split('\n').length - 1;
    });
    const code = await grade(['-'], { stdin: Readable.from(long()), stdout, stderr: new Collected() });
    stdout.end();
    expect({ code, lines }).toEqual({ code: 0, lines: rows + 1 });
    expect(mostBuffered).toBeLessThan(1_000_000);
  });
});
