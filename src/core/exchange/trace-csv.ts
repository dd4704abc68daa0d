import Papa from 'papaparse';
import type { Trace } from '../assessment/evidence';
import { fail, type Problem, problem, type Result, succeed } from '../quantity/result';

/** Longest trace that is read at once; a recorder's file of more is cut before it comes here. */
const MOST_SAMPLES = 100_000;
const MOST_PROBLEMS = 5;

interface Column {
  readonly holds: 'seconds' | 'volts' | 'amps';
  /** Column to SI. */
  readonly scale: number;
}

/** The columns of the format, with their units. */
const COLUMNS: Readonly<Record<string, Column>> = {
  t_s: { holds: 'seconds', scale: 1 },
  t_ms: { holds: 'seconds', scale: 0.001 },
  v: { holds: 'volts', scale: 1 },
  v_mv: { holds: 'volts', scale: 0.001 },
  i_a: { holds: 'amps', scale: 1 },
  i_ma: { holds: 'amps', scale: 0.001 },
};

/**
 * Reads a trace: `t_s,v` or `t_s,v,i_a` (discharge positive) with one header row, lines that start with `#` passed
 * over, units in the header understood, semicolons and decimal commas too. Times must rise.
 */
export function readTraceCsv(text: string): Result<Trace> {
  const { data } = Papa.parse<string[]>(text.trim(), {
    comments: '#',
    skipEmptyLines: 'greedy',
    delimiter: delimiterOf(text),
  });
  const [header, ...rows] = data;
  if (!header || rows.length === 0)
    return fail(problem('trace', text.trim(), 'a header t_s,v and rows under it'));
  const columns = header.map((name) => COLUMNS[name.trim().toLowerCase()]);
  for (const needed of ['seconds', 'volts'] as const) {
    if (!columns.some((column) => column?.holds === needed)) {
      return fail(problem('header', header.join(','), needed === 'seconds' ? 't_s or t_ms' : 'v or v_mv'));
    }
  }
  if (rows.length > MOST_SAMPLES)
    return fail(problem('trace', `${rows.length} rows`, `at most ${MOST_SAMPLES}`));
  return readRows(rows, columns);
}

/**
 * Writes a trace as `readTraceCsv` reads it; the notes stand above it as lines that start with `#`. The current has a
 * column where it was recorded at all.
 */
export function writeTraceCsv(trace: Trace, notes: readonly string[] = []): string {
  const hasAmps = trace.some(([, , amps]) => amps !== null);
  const rows = trace.map(([seconds, volts, amps]) =>
    hasAmps ? `${seconds},${volts},${amps ?? ''}` : `${seconds},${volts}`,
  );
  const told = notes.map((note) => `# ${note.replace(/[\r\n]+/g, ' ')}`);
  return [...told, hasAmps ? 't_s,v,i_a' : 't_s,v', ...rows, ''].join('\n');
}

/** The header has no decimal commas in it, so that it tells what stands between the cells. */
function delimiterOf(text: string): string {
  const header = text.split('\n').find((line) => line.trim() !== '' && !line.startsWith('#')) ?? '';
  return [';', '\t'].find((mark) => header.includes(mark)) ?? ',';
}

function readRows(rows: readonly string[][], columns: readonly (Column | undefined)[]): Result<Trace> {
  const problems: Problem[] = [];
  const points: [number, number, number | null][] = [];
  for (const [index, cells] of rows.entries()) {
    const point: [number, number, number | null] = [Number.NaN, Number.NaN, null];
    for (const [at, column] of columns.entries()) {
      if (!column) continue;
      const value = numberIn(cells[at]) * column.scale;
      if (column.holds === 'amps') point[2] = Number.isNaN(value) ? null : value;
      else point[column.holds === 'seconds' ? 0 : 1] = value;
    }
    const line = `row ${index + 1}`;
    const before = points.at(-1);
    if (Number.isNaN(point[0])) problems.push(problem(`${line}, time`, cells.join(','), 'a number'));
    else if (Number.isNaN(point[1])) problems.push(problem(`${line}, voltage`, cells.join(','), 'a number'));
    else if (before && point[0] <= before[0])
      problems.push(problem(`${line}, time`, point[0], `more than ${before[0]}, the row before`));
    else points.push(point);
    if (problems.length >= MOST_PROBLEMS) break;
  }
  return problems.length > 0 ? fail(...problems) : succeed(points);
}

function numberIn(cell: string | undefined): number {
  const text = (cell ?? '').trim().replace(',', '.');
  return text === '' ? Number.NaN : Number(text);
}
