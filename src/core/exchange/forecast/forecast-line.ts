import type { UnitForecast } from '../../history/unit-forecast';

/** The columns of a forecast, one battery a row. */
export const FORECAST_RESULT_COLUMNS = [
  'tag',
  'soh_now',
  'sd_now',
  'slope_per_year',
  'slope_sd',
  'cross_p10',
  'cross_p50',
  'cross_p90',
  'fail_30d',
  'fail_90d',
  'fail_365d',
] as const;

/** What is expected of one battery, as a row of `FORECAST_RESULT_COLUMNS`: dates are days, blank beyond ten years. */
export function forecastLine(tag: string, { health, slope, crossing, failsWithin }: UnitForecast): string[] {
  const day = (atMs: number | null) => (atMs === null ? '' : new Date(atMs).toISOString().slice(0, 10));
  return [
    tag,
    ...[health.pct.toFixed(1), health.sd.toFixed(1), slope.pct.toFixed(2), slope.sd.toFixed(2)],
    ...[day(crossing.p10), day(crossing.p50), day(crossing.p90)],
    ...[failsWithin[30].toFixed(4), failsWithin[90].toFixed(4), failsWithin[365].toFixed(4)],
  ];
}
