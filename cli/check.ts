import { readFileSync } from 'node:fs';
import { type CircuitSpec, NOTHING_KNOWN } from '@/core/circuit/check-evidence';
import { type GatheredReading, gatherCheck } from '@/core/circuit/gather-check';
import { judgeCheck } from '@/core/circuit/judge-check';
import { circuitSpecOf } from '@/core/circuit/spec-of-vehicle';
import { CHECK_RESULT_COLUMNS, checkLine } from '@/core/exchange/check/check-line';
import { type CheckHeader, readCheckHeader, readCheckRow } from '@/core/exchange/check/check-rows';
import { readVehicleList } from '@/core/exchange/check/vehicles-csv';
import { csvText } from '@/core/exchange/csv-text';
import { lookAlikeKey } from '@/core/quantity/written-text';
import { fileCommand, rulesFrom } from './command';
import { eachRow } from './each-row';
import type { Input } from './input';

const USAGE = `Usage: npm run --silent check -- FILE [--vehicles FILE] [--rules FILE] [--json]

Reads readings of vehicles as CSV, one reading a row, from FILE, or from standard input where FILE is -. Rows of one
vehicle and day are one check; each comes out as one line: its likeliest causes, what to read next, what to do.
Complaints go to standard error.

  --vehicles FILE  what is known of the vehicles, as CSV: engine, system voltage, alternator, regulator
  --rules FILE     house rules to judge by, as integra:rules/1; else Integra's standard rules
  --json           write one JSON assessment a line instead, with every cause and what it rests on

Exits 0 when every row was taken, 1 when some were refused, 2 when nothing could be read.
`;

type Vehicles = ReadonlyMap<string, CircuitSpec>;

/** One check while its rows come in. */
interface Gathered {
  readonly vehicle: string;
  readonly readings: GatheredReading[];
}

/** The check command: readings of vehicles in, a line a check out. */
export const check = fileCommand({
  name: 'check',
  usage: USAGE,
  options: { vehicles: { type: 'string' }, rules: { type: 'string' }, json: { type: 'boolean' } },
  async run(input, values, { stdout, stderr }) {
    const rules = await rulesFrom(values.rules);
    const complain = (words: string) => void stderr.write(words);
    const known =
      values.vehicles === undefined
        ? { vehicles: new Map(), refused: 0 }
        : vehiclesFrom(values.vehicles, complain);
    const { checks, refused } = await gathered(input, known.vehicles, complain);
    if (!values.json) stdout.write(csvText([[...CHECK_RESULT_COLUMNS]]));
    for (const { vehicle, readings } of checks) {
      const evidence = gatherCheck(specOf(vehicle, known.vehicles), readings);
      const assessment = judgeCheck(evidence, rules);
      stdout.write(
        values.json
          ? `${JSON.stringify({ vehicle, evidence, ...assessment })}\n`
          : csvText([checkLine(vehicle, evidence, assessment)]),
      );
    }
    const all = refused + known.refused;
    return { refused: all, told: `${checks.length} checked, ${all} rows refused` };
  },
});

const specOf = (vehicle: string, vehicles: Vehicles) => vehicles.get(lookAlikeKey(vehicle)) ?? NOTHING_KNOWN;

function vehiclesFrom(
  path: string,
  complain: (words: string) => void,
): { readonly vehicles: Vehicles; readonly refused: number } {
  const list = readVehicleList(readFileSync(path, 'utf8'));
  if (!list.ok) throw new Error(`${path}: ${list.problems.map(({ message }) => message).join('; ')}`);
  const vehicles = new Map<string, CircuitSpec>();
  let refused = 0;
  for (const { line, name, read } of list.value) {
    if (read.ok) {
      vehicles.set(lookAlikeKey(name), circuitSpecOf(read.value));
      continue;
    }
    refused++;
    for (const { message } of read.problems) complain(`${path}, line ${line}, ${message} (row refused)\n`);
  }
  return { vehicles, refused };
}

async function gathered(
  input: Input,
  vehicles: Vehicles,
  complain: (words: string) => void,
): Promise<{ readonly checks: readonly Gathered[]; readonly refused: number }> {
  const checks = new Map<string, Gathered>();
  const reader = {
    header: readCheckHeader,
    row: (header: CheckHeader, cells: readonly string[]) =>
      readCheckRow(header, cells, (vehicle) => specOf(vehicle, vehicles).systemVolts),
    complain,
  };
  const refused = await eachRow(input, reader, ({ vehicle, day, reading }) => {
    const key = JSON.stringify([lookAlikeKey(vehicle), day]);
    const one = checks.get(key) ?? { vehicle, readings: [] };
    checks.set(key, one);
    one.readings.push(reading);
  });
  return { checks: [...checks.values()], refused };
}
