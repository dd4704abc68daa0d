import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PassThrough, Readable, Writable } from 'node:stream';
import Papa from 'papaparse';
import { check } from './check';

const HEADER =
  'vehicle,taken_at,reading,segment,value,unit,engine_state,loads,amps,minutes,temp_c,instrument';
const file = (name: string, text: string) => {
  const path = join(mkdtempSync(join(tmpdir(), 'integra-check-')), name);
  writeFileSync(path, text);
  return path;
};

async function run(args: readonly string[], input = '') {
  const taken = { out: '', complaints: '' };
  const into = (name: keyof typeof taken) =>
    new Writable({
      write(chunk, _encoding, done) {
        taken[name] += chunk;
        done();
      },
    });
  const stdin = Readable.from([input]).pipe(new PassThrough());
  const code = await check(args, { stdin, stdout: into('out'), stderr: into('complaints') });
  return { ...taken, code };
}

const rowsOf = (out: string) => Papa.parse<Record<string, string>>(out.trim(), { header: true }).data;

const GROUND = [
  HEADER,
  'Crew van 4,2026-10-01T08:00:00Z,rest_v,,12620,mV,off,none,,,15,meter',
  'Crew van 4,2026-10-01T08:03:00Z,fast_v,,13.2,V,fast,none,,,,meter',
  'Crew van 4,2026-10-01T08:05:00Z,output_a,,78,,fast,bank,,,,clamp',
  'Crew van 4,2026-10-01T08:08:00Z,drop_v,charge_minus,0.95,,fast,all,60,,,meter',
  'Crew van 4,2026-10-01T08:10:00Z,drop_v,strap,0.86,,fast,all,60,,,meter',
  'Crew van 4,2026-10-01T08:12:00Z,drop_v,charge_plus,0.1,,fast,all,60,,,meter',
  'Crew van 4,2026-10-02T08:00:00Z,rest_v,,12.62,,off,none,,,15,meter',
];

describe('the check command', () => {
  it('tells one line a vehicle and day: causes, next probe, findings, actions', async () => {
    const { out, code, complaints } = await run(['-'], GROUND.join('\n'));
    expect(code).toBe(0);
    expect(complaints).toContain('2 checked, 0 rows refused');
    const [mended, next] = rowsOf(out);
    expect(['charging_minus_path', 'starting_minus_path']).toContain(mended?.cause_1);
    expect(Number(mended?.p_1)).toBeGreaterThan(0.8);
    expect(mended?.findings?.split(';')).toEqual(
      expect.arrayContaining(['drop_high:charge_minus', 'drop_high:strap', 'drop_within:charge_plus']),
    );
    expect(mended?.actions).toContain('ground strap');
    expect(next).toMatchObject({ vehicle: 'Crew van 4', battery_verdict: '' });
    expect(next?.next_probe).not.toBe('');
  });

  it.each([
    ['a drop without its current', 'drop_v,stud,0.1,,fast,all,,,,', /amps: found nothing/],
    ['a drop with next to no current', 'drop_v,stud,0.1,,fast,all,4,,,', /10 A and more/],
    ['a drop of the starter with the engine running', 'drop_v,solenoid,0.1,,fast,all,60,,,', /cranking/],
    ['ripple read on DC', 'ripple_v,,14.1,,fast,all,,,,', /AC volts/],
    ['a clamp the wrong way round', 'crank_a,,-140,,cranking,none,,,,', /reads negative/],
    ['states of the engine mixed', 'idle_v,,14.1,,off,none,,,,', /engine_state: found "off"/],
    ['loads mixed', 'fast_v,,14.1,,fast,all,,,,', /loads: found "all"/],
    ['a reading of no name', 'oil_v,,14.1,,off,none,,,,', /reading: found "oil_v"/],
    ['a segment of no name', 'drop_v,roof,0.1,,fast,all,60,,,', /segment: found "roof"/],
    ['a value that is none', 'rest_v,,twelve,,off,none,,,,', /value: found "twelve"/],
    ['a unit of another kind', 'rest_v,,12.6,A,off,none,,,,', /unit: found "A"/],
    ['a state that cannot be', 'belt,,wet,,off,none,,,,', /belt: found "wet"/],
  ])('refuses %s by name, and takes the rest', async (_what, cells, complaint) => {
    const rows = [HEADER, `Plough 1,2026-10-01,${cells}`, 'Plough 1,2026-10-01,rest_v,,12.5,,off,none,,,,'];
    const { code, complaints, out } = await run(['-'], rows.join('\n'));
    expect(code).toBe(1);
    expect(complaints).toMatch(complaint);
    expect(complaints).toContain('line 2');
    expect(rowsOf(out)).toHaveLength(1);
  });

  it('gathers the rows of a day, and asks for one that the calendar has', async () => {
    const rest = (takenAt: string, volts: string) => `Plough 1,${takenAt},rest_v,,${volts},,off,none,,,,`;
    const rows = [
      HEADER,
      rest('2026-10-01T08:15:00+02:00', '12.5'),
      rest('2026-10-01 17:40', '12.6'),
      rest('1.10.2026 08:15', '12.5'),
      rest('2026-02-30', '12.5'),
      rest('2026-10-02', '0x0C'),
    ];
    const { code, complaints, out } = await run(['-'], rows.join('\n'));
    expect({ code, checks: rowsOf(out).length }).toEqual({ code: 1, checks: 1 });
    expect(complaints).toContain('line 4, taken_at: found "1.10.2026 08:15", expected a day of the calendar');
    expect(complaints).toContain('line 5, taken_at: found "2026-02-30"');
    expect(complaints).toContain('line 6, value: found "0x0C", expected a number');
  });

  it('takes what is known of the vehicles from a list, and asks about a 24 V set that shows 12', async () => {
    const vehicles = file(
      'vehicles.csv',
      'name,engine,system_v,alternator_a\nTanker,diesel_heavy,24,100\nBoat,steam,12,0\n',
    );
    const rows = [
      HEADER,
      'Tanker,2026-10-01,rest_v,,12.6,,off,none,,,,',
      'Tanker,2026-10-01,fast_v,,28.2,,fast,none,,,,',
    ];
    const { code, complaints, out } = await run(['-', '--vehicles', vehicles], rows.join('\n'));
    expect(code).toBe(1);
    expect(complaints).toMatch(/rest_v: found 12.6, expected about 24 V of the whole set/);
    expect(complaints).toMatch(/line 3, engine: found "steam"/);
    expect(complaints).toMatch(/line 3, alternator_a: found "0"/);
    expect(rowsOf(out)[0]?.findings).toContain('regulated_in_span');
  });

  it('writes JSON a line where it is asked to, and says what it cannot read at all', async () => {
    const { out } = await run(['-', '--json'], GROUND.join('\n'));
    const [first] = out.trim().split('\n');
    expect(JSON.parse(first ?? '')).toMatchObject({ vehicle: 'Crew van 4', causes: expect.any(Array) });
    expect((await run(['-'], '')).code).toBe(2);
    expect((await run(['-'], 'a,b\n1,2\n')).complaints).toContain('the header row cannot be read');
    expect((await run(['/no/such/file.csv'])).code).toBe(2);
    expect((await run(['--help'])).out).toContain('Usage');
  });
});
