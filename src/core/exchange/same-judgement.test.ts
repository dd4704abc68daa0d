import fc from 'fast-check';
import { type Assessment, assess } from '../assessment/assess';
import { NOTHING_INSPECTED } from '../assessment/evidence';
import { WrittenRun } from '../procedure/written-run.test-support';
import { evenly } from '../quantity/evenly.test-support';
import { STANDARD_RULES } from '../rules/standard-rules';
import { evidenceFromReadings } from '../steps/evidence-from-readings';
import { readingsFromEvidence } from '../steps/readings-from-evidence';
import { lotHeader } from './lot/lot-grid';
import { readHeader } from './readings-csv/header';
import { readRow } from './readings-csv/row';
import { writeRow } from './readings-csv/write';

const NAMES = [
  ...[
    'tag',
    'construction',
    'rating_a',
    'c20_ah',
    'temp_c',
    'case',
    'terminals',
    'level',
    'rest_min',
    'ocv_v',
  ],
  ...[
    'sg_1',
    'sg_2',
    'sg_3',
    'sg_4',
    'sg_5',
    'sg_6',
    'sg_temp_c',
    'cond_value',
    'cond_unit',
    'load_a',
    'load_s',
  ],
  ...['load_v', 'recovery_min', 'recovery_v', 'charge3_a', 'charge3_v', 'charges_done'],
];

const between = (min: number, max: number, decimals = 2) =>
  evenly(min, max).map((value) => Number(value.toFixed(decimals)) + 0);

/** One battery as it was measured, before anybody wrote it down. */
const measured = fc.record({
  celsius: between(-15, 40, 1),
  ocv: between(11.2, 12.75),
  gravities: fc.option(fc.array(between(1.17, 1.27, 3), { minLength: 6, maxLength: 6 })),
  conductance: fc.option(between(250, 650, 0)),
  load: fc.option(between(7, 10.9)),
  amps: fc.constantFrom(285, 250),
  seconds: fc.constantFrom(15, 10),
  recovery: fc.option(between(12, 12.7)),
  charging: fc.option(between(14, 16.8)),
  charges: fc.integer({ min: 0, max: 2 }),
});

type Measured = typeof measured extends fc.Arbitrary<infer T> ? T : never;

/** Minutes that the writing down of a run takes between two readings, so that the rest can be told. */
const REST_MINUTES = 780;

/** The same numbers typed into a row of a file. */
function fromCsv({ gravities, conductance, load, recovery, charging, ...it }: Measured): Assessment {
  const header = readHeader(NAMES);
  if (!header.ok) throw new Error('the header must be readable');
  const cells: Record<string, unknown> = {
    tag: 'FH-1',
    construction: 'flooded',
    rating_a: 570,
    c20_ah: 60,
    temp_c: it.celsius,
    case: 'ok',
    terminals: 'ok',
    level: 'ok',
    rest_min: REST_MINUTES,
    ocv_v: it.ocv,
    ...Object.fromEntries((gravities ?? []).map((gravity, cell) => [`sg_${cell + 1}`, gravity])),
    ...(gravities ? { sg_temp_c: it.celsius } : {}),
    ...(conductance === null ? {} : { cond_value: conductance, cond_unit: 'SAE' }),
    ...(load === null ? {} : { load_a: it.amps, load_s: it.seconds, load_v: load }),
    ...(load === null || recovery === null ? {} : { recovery_min: 5, recovery_v: recovery }),
    ...(charging === null ? {} : { charge3_a: 40, charge3_v: charging }),
    charges_done: it.charges,
  };
  const row = readRow(
    header.value,
    NAMES.map((name) => String(cells[name] ?? '')),
  );
  if (!row.ok) throw new Error(row.problems.map(({ message }) => message).join('; '));
  return assess(row.value.evidence, STANDARD_RULES);
}

/** The same numbers captured one by one on the Bench. */
function captured({ gravities, conductance, load, recovery, charging, ...it }: Measured): WrittenRun {
  const { celsius: temperatureC } = it;
  const run = new WrittenRun()
    .add('identify', { confirmed: true })
    .add('inspection', { case: 'ok', smell: 'none', terminals: 'ok', level: 'ok' });
  for (let given = 0; given < it.charges; given++) run.add('charge', { full: true });
  run.add('settle', { method: 'rested', restMinutes: REST_MINUTES, clockMinutes: 0 });
  run.add('open_circuit', { volts: it.ocv, temperatureC });
  if (gravities) run.add('hydrometer', { gravities, temperatureC, compensated: false });
  if (conductance !== null)
    run.add('conductance', { value: conductance, unit: 'SAE', compensated: 'both', temperatureC });
  if (load !== null) run.add('load', { amps: it.amps, seconds: it.seconds, volts: load, temperatureC });
  if (load !== null && recovery !== null) run.add('recovery', { minutes: 5, volts: recovery });
  if (charging !== null) run.add('three_minute', { amps: 40, volts: charging });
  return run;
}

const BATTERY = {
  construction: 'flooded' as const,
  nominalVolts: 12 as const,
  c20Ah: 60,
  rcMinutes: null,
  ratings: [{ standard: 'SAE' as const, amps: 570 }],
};

const told = ({ verdict, grade, rule, decidedBy, next, estimates, findings }: Assessment) => ({
  verdict,
  grade,
  rule,
  decidedBy,
  next,
  charge: estimates.charge,
  health: estimates.health,
  findings: findings.map(({ code, measured: held }) => [code, held]),
});

it('comes to the same whether typed into a file, captured on the Bench, or brought back from JSON', () => {
  fc.assert(
    fc.property(measured, (it) => {
      const { readings } = captured(it);
      const bench = assess(evidenceFromReadings(BATTERY, readings), STANDARD_RULES);
      expect(told(bench)).toEqual(told(fromCsv(it)));
      const sent = JSON.parse(JSON.stringify(readings));
      expect(assess(evidenceFromReadings(BATTERY, sent), STANDARD_RULES)).toEqual(bench);
    }),
    { numRuns: 200 },
  );
});

it('survives being written as a row of a file and as readings, and read back', () => {
  fc.assert(
    fc.property(measured, fc.constantFrom('ok', 'corroded', null), (it, terminals) => {
      const { readings } = captured(it);
      const seen = evidenceFromReadings(BATTERY, readings);
      const evidence = { ...seen, inspection: { ...NOTHING_INSPECTED, case: 'ok' as const, terminals } };
      const row = readRow(lotHeader(), writeRow('FH-1', null, evidence));
      if (!row.ok) throw new Error(row.problems.map(({ message }) => message).join('; '));
      const judged = told(assess(evidence, STANDARD_RULES));
      expect(told(assess(row.value.evidence, STANDARD_RULES))).toEqual(judged);
      let number = 0;
      const written = readingsFromEvidence(row.value.evidence, {
        runId: 'r',
        technicianId: 't',
        instrument: 'file',
        takenAtMs: 1_700_000_000_000,
        complaint: null,
        newId: () => String(++number).padStart(6, '0'),
      });
      expect(told(assess(evidenceFromReadings(BATTERY, written), STANDARD_RULES))).toEqual(judged);
    }),
    { numRuns: 200 },
  );
});
