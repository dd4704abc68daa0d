import type { Climate } from '@/core/battery/length-of-life';
import { csvText } from '@/core/exchange/csv-text';
import { FORECAST_RESULT_COLUMNS, forecastLine } from '@/core/exchange/forecast/forecast-line';
import {
  dayMs,
  type ForecastRow,
  readForecastHeader,
  readForecastRow,
} from '@/core/exchange/forecast/forecast-rows';
import { learnFleet, type UnitHistory } from '@/core/history/fleet-learning';
import { outlookOf } from '@/core/history/forecast-unit';
import { NO_STRAIN } from '@/core/history/hazard';
import type { HealthReading } from '@/core/history/health-reading';
import { fileCommand, rulesFrom } from './command';
import { eachRow } from './each-row';
import type { Input } from './input';

const USAGE = `Usage: npm run --silent forecast -- FILE [--on DAY] [--climate mild|hot] [--rules FILE] [--json]

Reads readings as the grade command writes them, as CSV from FILE, or from standard input where FILE is -, and writes one
line a battery: its health now, how fast it falls, when it crosses the house's line, how likely it is to fail.
Complaints go to standard error.

  --on DAY       the day that counts as now; else that of the newest row
  --climate      where they work: mild, unless it is said to be hot
  --rules FILE   house rules whose line counts, as integra:rules/1; else Integra's standard rules
  --json         write one JSON forecast a line instead, with the stretches of each battery's story

Exits 0 when every row was taken, 1 when some were refused, 2 when nothing could be read.
`;

/** A battery while its rows come in. */
interface Gathered {
  readonly tag: string;
  readonly row: ForecastRow;
  readonly fittedMs: number | null;
  readonly readings: HealthReading[];
}

/** The forecast command: graded readings in, a line a battery out. */
export const forecast = fileCommand({
  name: 'forecast',
  usage: USAGE,
  options: {
    on: { type: 'string' },
    climate: { type: 'string' },
    rules: { type: 'string' },
    json: { type: 'boolean' },
  },
  async run(input, values, { stdout, stderr }) {
    const rules = await rulesFrom(values.rules);
    const climate = climateFrom(values.climate);
    const onMs = values.on === undefined ? null : dayMs(values.on);
    if (values.on !== undefined && onMs === null)
      throw new Error(`--on: found ${values.on}, expected a day, such as 2026-01-31`);
    const { batteries, newestMs, refused } = await gathered(input, (words) => void stderr.write(words));
    const nowMs = onMs ?? newestMs;
    const units = batteries.map((battery) => unitOf(battery, climate, nowMs));
    const learned = learnFleet(units, nowMs);
    if (!values.json) stdout.write(csvText([[...FORECAST_RESULT_COLUMNS]]));
    for (const unit of units) {
      const strain = { ...NO_STRAIN, climate, duty: unit.kind.duty };
      const outlook = outlookOf(unit, learned, { nowMs, linePct: rules.health.retirePct, strain });
      stdout.write(
        values.json
          ? `${JSON.stringify({ tag: unit.id, ...outlook.forecast, segments: outlook.segments.map(({ fromMs, begunBy, readings }) => ({ fromMs, begunBy, readings: readings.length })) })}\n`
          : csvText([forecastLine(unit.id, outlook.forecast)]),
      );
    }
    return { refused, told: `${units.length} batteries, ${refused} rows refused` };
  },
});

function climateFrom(word: string | undefined): Climate {
  if (word === undefined || word === 'mild' || word === 'hot') return word ?? 'mild';
  throw new Error(`--climate: found ${word}, expected mild or hot`);
}

/** A battery as the forecast knows it; what was read after the day that counts as now is not known yet. */
function unitOf({ tag, row, fittedMs, readings }: Gathered, climate: Climate, nowMs: number): UnitHistory {
  const { construction, duty } = row;
  const known = readings.filter(({ atMs }) => atMs <= nowMs + MS_PER_DAY);
  return { id: tag, kind: { construction, duty, climate }, fittedMs, readings: known };
}

const MS_PER_DAY = 86_400_000;

async function gathered(input: Input, complain: (words: string) => void) {
  const batteries = new Map<string, Gathered>();
  let newestMs = 0;
  const reader = { header: readForecastHeader, row: readForecastRow, complain };
  const refused = await eachRow(input, reader, (row) => {
    newestMs = Math.max(newestMs, row.atMs);
    const known = batteries.get(row.key);
    const readings = known?.readings ?? [];
    if (row.reading) readings.push(row.reading);
    // What a label says of a unit may stand in one of its rows only.
    const fittedMs = row.fittedMs ?? known?.fittedMs ?? null;
    batteries.set(row.key, { tag: known?.tag ?? row.tag, row, fittedMs, readings });
  });
  return { batteries: [...batteries.values()], newestMs, refused };
}
