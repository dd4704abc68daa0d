import type { Evidence } from '../../assessment/evidence';
import type { Rating } from '../../battery/battery-label';
import { RATING_STANDARDS } from '../../battery/rating-standard';
import type { Cells } from '../../steps/columns';
import { COLUMN_PARTS, USED_COLUMNS, type UsedColumn } from './columns';
import { writeForced } from './forced';

/**
 * Evidence as the cells of one row of the readings format, in the order of `USED_COLUMNS`: `readRow` read backwards.
 * The format has one rating and one temperature a row: the rating is the one that the working stands on, the
 * temperature the first that was measured. What is measured on the vehicle stays in the run.
 */
export function writeRow(tag: string, takenAtMs: number | null, evidence: Evidence): string[] {
  const { openCircuit, load, conductance, crank } = evidence;
  const measured =
    openCircuit?.temperatureC ?? load?.temperatureC ?? conductance?.temperatureC ?? crank?.temperatureC;
  const temperatureC = measured ?? null;
  const cells: Cells<UsedColumn> = {
    ...batteryCells(evidence),
    tag,
    taken_at: takenAtMs === null ? null : new Date(takenAtMs).toISOString(),
    temp_c: temperatureC,
    forced: writeForced(evidence),
  };
  for (const { write } of COLUMN_PARTS) Object.assign(cells, write(evidence, { temperatureC }));
  return USED_COLUMNS.map((column) => String(cells[column] ?? ''));
}

function batteryCells({ battery }: Evidence): Cells<UsedColumn> {
  const rating = firstRating(battery.ratings);
  return {
    nominal_v: battery.nominalVolts,
    construction: battery.construction,
    rating_standard: rating?.standard,
    rating_a: rating?.amps,
    c20_ah: battery.c20Ah,
    rc_min: battery.rcMinutes,
    duty: battery.duty,
  };
}

function firstRating(ratings: readonly Rating[]): Rating | undefined {
  for (const standard of RATING_STANDARDS) {
    const found = ratings.find((rating) => rating.standard === standard);
    if (found) return found;
  }
  return undefined;
}
