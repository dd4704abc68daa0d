import type { Evidence } from '../../assessment/evidence';
import type { Rating } from '../../battery/battery-label';
import { RATING_STANDARDS } from '../../battery/rating-standard';
import { USED_COLUMNS, type UsedColumn } from './columns';

/** A compensated hydrometer's gravities are written as read at the temperature that needs no correction. */
const REFERENCE_C = 25;

type Cells = Partial<Record<UsedColumn, string | number | null | undefined>>;

/**
 * Evidence as the cells of one row of the readings format, in the order of `USED_COLUMNS`: `readRow` read backwards.
 * The format has one rating and one temperature a row: the rating is the one that the working stands on, the
 * temperature the first that was measured. It knows neither smell nor force: those stay in the run.
 */
export function writeRow(tag: string, takenAtMs: number | null, evidence: Evidence): string[] {
  const { openCircuit, load, conductance, crank, recovery, threeMinute, inspection } = evidence;
  const temperatureC =
    openCircuit?.temperatureC ?? load?.temperatureC ?? conductance?.temperatureC ?? crank?.temperatureC;
  const cells: Cells = {
    ...batteryCells(evidence),
    tag,
    taken_at: takenAtMs === null ? null : new Date(takenAtMs).toISOString(),
    temp_c: temperatureC,
    case: inspection?.case,
    terminals: inspection?.terminals,
    level: inspection?.level,
    rest_min: openCircuit?.restMinutes,
    surface_removed: yesNo(openCircuit?.surfaceRemoved),
    ocv_v: openCircuit?.volts,
    load_a: load?.amps,
    load_s: load?.seconds,
    load_v: load?.volts,
    load_temp_c: load?.temperatureC === temperatureC ? null : load?.temperatureC,
    recovery_min: recovery?.minutes,
    recovery_v: recovery?.volts,
    charges_done: evidence.chargesGiven || null,
    ...cellCells(evidence),
    cond_value: conductance?.value,
    cond_unit: conductance?.unit,
    cond_compensated: conductance?.compensated,
    charge3_a: threeMinute?.amps,
    charge3_v: threeMinute?.volts,
    crank_v: crank?.volts,
    crank_s: crank?.seconds,
    crank_a: crank?.amps,
  };
  return USED_COLUMNS.map((column) => String(cells[column] ?? ''));
}

function batteryCells({ battery }: Evidence): Cells {
  const rating = firstRating(battery.ratings);
  return {
    nominal_v: battery.nominalVolts,
    construction: battery.construction,
    rating_standard: rating?.standard,
    rating_a: rating?.amps,
    c20_ah: battery.c20Ah,
    rc_min: battery.rcMinutes,
  };
}

function firstRating(ratings: readonly Rating[]): Rating | undefined {
  for (const standard of RATING_STANDARDS) {
    const found = ratings.find((rating) => rating.standard === standard);
    if (found) return found;
  }
  return undefined;
}

function cellCells({ hydrometer, cellVolts }: Evidence): Cells {
  const gravities = (hydrometer?.gravities ?? []).map((value, cell) => [`sg_${cell + 1}`, value] as const);
  const volts = (cellVolts?.volts ?? []).map((value, cell) => [`cell_${cell + 1}_v`, value] as const);
  return {
    ...Object.fromEntries([...gravities, ...volts]),
    sg_temp_c: hydrometer?.compensated ? REFERENCE_C : hydrometer?.temperatureC,
  };
}

const yesNo = (value: boolean | null | undefined) => (value == null ? null : value ? 'yes' : 'no');
