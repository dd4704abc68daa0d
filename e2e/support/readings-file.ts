const HEADER =
  'tag,construction,rating_a,c20_ah,case,terminals,level,temp_c,rest_min,ocv_v,load_a,load_v,taken_at';

/** A sound battery’s row of the readings format, with some cells of its own. */
export function readingsRow(tag: string, own: Readonly<Record<string, string | number>> = {}): string {
  const cells: Record<string, string | number> = {
    tag,
    construction: 'flooded',
    rating_a: 570,
    c20_ah: 60,
    case: 'ok',
    terminals: 'ok',
    level: 'ok',
    temp_c: 20,
    rest_min: 800,
    ocv_v: 12.65,
    load_a: 285,
    load_v: 10.6,
    taken_at: '2026-01-12T08:00:00Z',
    ...own,
  };
  return HEADER.split(',')
    .map((name) => cells[name] ?? '')
    .join(',');
}

/** A file of readings from its rows. */
export function readingsFile(rows: readonly string[], header = HEADER): string {
  return `${header}\n${rows.join('\n')}\n`;
}

/** What a file chooser takes for a CSV file. */
export function csvFile(text: string, name = 'readings.csv') {
  return { name, mimeType: 'text/csv', buffer: Buffer.from(text) };
}
