import { PassThrough, Readable } from 'node:stream';
import Papa from 'papaparse';
import { forecast } from './forecast';

async function run(text: string, ...args: readonly string[]) {
  const [stdout, stderr] = [new PassThrough(), new PassThrough()];
  const code = await forecast(['-', ...args], { stdin: Readable.from([text]), stdout, stderr });
  const read = (stream: PassThrough) => String(stream.read() ?? '');
  const out = read(stdout);
  const { data } = Papa.parse<Record<string, string>>(out, { header: true, skipEmptyLines: true });
  return { code, out, rows: data, complaints: read(stderr) };
}

const HEADER = 'tag,construction,taken_at,temp_c,soh_pct,soh_sd,fitted_on,duty';
const WORN = [
  'FH-1,flooded,2024-01-10T08:00:00Z,12,98,4,2023-11-01,',
  'FH-1,flooded,2024-09-10T08:00:00Z,18,91,4,,',
  'FH-1,flooded,2025-06-10T08:00:00Z,18,82,4,,',
  'FH-1,flooded,2026-01-10T08:00:00Z,2,75,4,,',
];
const YOUNG = ['FH-2,agm,2026-01-11T08:00:00Z,2,102,4,2025-12-01,starting'];
const file = (...rows: readonly string[]) => [HEADER, ...rows].join('\n');

it('writes one line a battery, with what is expected of it', async () => {
  const { code, rows, complaints } = await run(file(...WORN, ...YOUNG));
  expect(code).toBe(0);
  expect(complaints).toBe('forecast: 2 batteries, 0 rows refused\n');
  expect(rows.map(({ tag }) => tag)).toEqual(['FH-1', 'FH-2']);
  const [worn, young] = rows;
  expect(Object.keys(worn ?? {})).toEqual(
    'tag,soh_now,sd_now,slope_per_year,slope_sd,cross_p10,cross_p50,cross_p90,fail_30d,fail_90d,fail_365d'.split(
      ',',
    ),
  );
  expect(Number(worn?.soh_now)).toBeGreaterThan(70);
  expect(Number(worn?.soh_now)).toBeLessThan(80);
  expect(Number(worn?.slope_per_year)).toBeLessThan(-5);
  expect((worn?.cross_p10 ?? '') < (worn?.cross_p50 ?? '')).toBe(true);
  expect((worn?.cross_p50 ?? '') < (worn?.cross_p90 ?? '')).toBe(true);
  expect(Number(worn?.fail_90d)).toBeGreaterThan(Number(young?.fail_90d));
  expect(Number(worn?.fail_30d)).toBeLessThan(Number(worn?.fail_365d));
});

it('says nothing today of what is read tomorrow', async () => {
  const early = await run(file(...WORN), '--on', '2025-07-01');
  const cut = await run(file(...WORN.slice(0, 3)), '--on', '2025-07-01');
  expect(early.out).toBe(cut.out);
});

it('forecasts a battery of which nothing was read as its kind, wide', async () => {
  const { rows } = await run(file('FH-3,gel,2026-01-10T08:00:00Z,,,,2026-01-01,'));
  expect(Number(rows[0]?.sd_now)).toBeGreaterThan(3);
  expect(rows[0]?.cross_p90).toBe('');
});

it('takes semicolons and decimal commas, and refuses rows by name', async () => {
  const german = await run(
    file(...WORN)
      .replaceAll(',', ';')
      .replace(';98;', ';98,0;'),
  );
  expect(german.rows).toHaveLength(1);
  const wrong = await run(
    file('FH-9,nickel,2026-01-10T08:00:00Z,2,75,4,,', 'FH-9,agm,yesterday,2,75,4,,', ...YOUNG),
  );
  expect(wrong.code).toBe(1);
  expect(wrong.complaints).toMatch(/line 2, .*nickel/);
  expect(wrong.complaints).toMatch(/line 3, .*yesterday/);
  expect(wrong.rows.map(({ tag }) => tag)).toEqual(['FH-2']);
});

it('reads nothing of a file without the columns that it needs, and of an option that is none', async () => {
  expect((await run('tag,soh_pct\nFH-1,80')).code).toBe(2);
  expect((await run('')).code).toBe(2);
  expect((await run(file(...WORN), '--on', 'soon')).complaints).toContain('expected a day');
  expect((await run(file(...WORN), '--climate', 'polar')).code).toBe(2);
});

it('writes JSON with the stretches of a story', async () => {
  const { out } = await run(file(...WORN), '--json');
  const told = JSON.parse(out);
  expect(told).toMatchObject({ tag: 'FH-1', readings: 4 });
  expect(told.segments).toHaveLength(1);
});
