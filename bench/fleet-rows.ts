/** The columns of a fleet's readings, as the format names them. */
export const HEADER = [
  ...['tag', 'nominal_v', 'construction', 'rating_standard', 'rating_a', 'c20_ah', 'taken_at', 'temp_c'],
  ...['case', 'terminals', 'level', 'rest_min', 'ocv_v', 'load_a', 'load_s', 'load_v'],
] as const;

const CONSTRUCTIONS = ['flooded', 'calcium', 'efb', 'agm', 'gel'] as const;
const DAY_MS = 86_400_000;
const DAYS = 3 * 365;
const ROWS_A_PIECE = 500;

/** Some of a fleet's rows, and how many there are of them in all. */
export interface FleetSlice {
  readonly from: number;
  readonly to: number;
  readonly of: number;
}

/** Readings of a made-up fleet as CSV text, visit by visit over three years, the same for the same end. */
export async function* fleetRows(
  batteries: number,
  { from, to, of }: FleetSlice,
  endMs: number,
): AsyncGenerator<string> {
  yield `${HEADER.join()}\n`;
  for (let at = from; at < to; at += ROWS_A_PIECE) {
    const rows = Array.from({ length: Math.min(ROWS_A_PIECE, to - at) }, (_, more) =>
      rowOf(at + more, batteries, of, endMs),
    );
    yield `${rows.join('\n')}\n`;
  }
}

function rowOf(row: number, batteries: number, runs: number, endMs: number): string {
  const battery = row % batteries;
  const age = row / runs;
  const takenAt = new Date(endMs - DAYS * DAY_MS * (1 - age) - 3_600_000).toISOString();
  const rating = 300 + 10 * ((battery * 29) % 60);
  const open = 12.9 - 0.5 * age - ((row * 37) % 40) / 100;
  const load = open - 1.2 - age - ((row * 53) % 100) / 100;
  const values = [
    `FH-${String(battery).padStart(6, '0')}`,
    12,
    CONSTRUCTIONS[battery % CONSTRUCTIONS.length],
    ['SAE', 'EN', 'DIN'][battery % 3],
    ...[rating, 40 + (battery % 70), takenAt, 5 + ((row * 11) % 30), 'ok', 'ok', 'ok', 800],
    ...[open.toFixed(2), rating / 2, 15, load.toFixed(2)],
  ];
  return values.join();
}
