import { fail, problem, type Result, succeed } from '../quantity/result';
import type { Channel } from './recording';

/** What a column of a file is taken for. */
export type ColumnRole = 'time' | Channel | 'aside';

export interface LayoutColumn {
  readonly heading: string;
  readonly role: ColumnRole;
  /** Times the cell is the value in s, V or A; a negative one turns a clamp round. */
  readonly scale: number;
}

/** How the time of a row is written: as a number, as a time of day, with its date, or not at all. */
export type TimeKind = 'number' | 'clock' | 'date' | 'even';

/** How a recorder's file is laid out. Recognised from its head, and put right by hand where that was wrong. */
export interface Layout {
  readonly delimiter: Delimiter;
  readonly decimal: '.' | ',';
  /** The line, from 0, that the values begin in. */
  readonly firstLine: number;
  readonly columns: readonly LayoutColumn[];
  readonly time: TimeKind;
  /** Between two rows where no time is written, s. */
  readonly stepS: number;
  /** What the first row's time is where none is written, s: the trigger's offset. */
  readonly startS: number;
}

export type Delimiter = ',' | ';' | '\t' | ' ';

/** How much of a file is looked at to recognise how it is laid out, bytes. */
export const HEAD_BYTES = 65_536;
/** Rows that are looked at. */
const ROWS = 40;
const NUMBER = /^[-+]?(\d+([.,]\d*)?|[.,]\d+)(e[-+]?\d+)?$/i;
const CLOCK = /^\d{1,2}:\d{2}(:\d{2}([.,]\d+)?)?$/;
const DATE = /^(\d{4}-\d{2}-\d{2}|\d{1,2}[./]\d{1,2}[./]\d{4})[T ]\d{1,2}:\d{2}(:\d{2}([.,]\d+)?)?/;
const NOTHING = /^(|nan|-?inf(inity)?|---?|null|n\/a|∞)$/i;

const unquoted = (cell: string) =>
  cell
    .trim()
    .replace(/^"(.*)"$/, '$1')
    .trim();
const isValue = (cell: string) => NUMBER.test(cell) || CLOCK.test(cell) || DATE.test(cell);

/** The cells of a line. */
export function cellsOf(line: string, delimiter: Delimiter): string[] {
  const parts = delimiter === ' ' ? line.trim().split(/\s+/) : line.split(delimiter);
  return parts.map(unquoted);
}

/**
 * Recognises how a recorder's file is laid out from its first bytes: what parts its cells, its decimal mark, how many lines stand
 * above the values, which column holds what, in which unit; or what keeps it from being one.
 */
export function recogniseLayout(head: string): Result<Layout> {
  if (head.trim() === '')
    return fail(problem('file', 'nothing in it', 'rows of a time and a voltage or a current'));
  if (head.includes('\0')) return fail(problem('file', 'binary data', 'text, with a row for each sample'));
  const lines = head.replace(/^\uFEFF/, '').split(/\r\n|\n|\r/);
  const best = DELIMITERS.map((delimiter) => tryDelimiter(lines, delimiter)).reduce((one, other) =>
    other.rows * weightOf(other) > one.rows * weightOf(one) ? other : one,
  );
  if (best.rows === 0 || best.rowCells[0] === undefined)
    return fail(problem('file', firstWords(lines), 'rows of numbers: a time and a voltage or a current'));
  const width = best.rowCells[0].length;
  const { names, units, above } = headingsOver(lines, best, width);
  const decimal = best.rowCells.some((cells) => cells.some((cell) => /^[-+]?\d+,\d+$/.test(cell)))
    ? ','
    : '.';
  const told = toldAbove(above, width, best.delimiter);
  const guesses = Array.from({ length: width }, (_, at) =>
    guessColumn(names[at] ?? '', units[at] ?? '', told.gains[at] ?? 1),
  );
  return withRoles(guesses, best, decimal === ',', told);
}

const DELIMITERS: readonly Delimiter[] = [';', '\t', ',', ' '];
const weightOf = ({ rowCells }: Tried) => Math.min(4, rowCells[0]?.length ?? 0) + 0.01;

interface Tried {
  readonly delimiter: Delimiter;
  readonly firstLine: number;
  readonly rows: number;
  readonly rowCells: readonly (readonly string[])[];
}

/** The first stretch of rows of values when lines are parted by a sign. */
function tryDelimiter(lines: readonly string[], delimiter: Delimiter): Tried {
  const none = { delimiter, firstLine: 0, rows: 0, rowCells: [] };
  for (let first = 0; first < lines.length; first++) {
    const rowCells: string[][] = [];
    for (let at = first; at < lines.length && rowCells.length < ROWS; at++) {
      const line = lines[at] ?? '';
      if (line.trim() === '' || line.startsWith('#')) continue;
      const cells = cellsOf(line, delimiter);
      const values = cells.filter(isValue).length;
      const holds = values >= 1 && cells.every((cell) => isValue(cell) || NOTHING.test(cell));
      // One text in the middle of numbers is a bad row, not the end of them.
      if (!holds && rowCells.length === 0) break;
      if (holds && cells.length === (rowCells[0]?.length ?? cells.length)) rowCells.push(cells);
      else if (rowCells.length === 0) break;
    }
    const enough = Math.min(2, countLines(lines, first));
    if (rowCells.length >= Math.max(1, enough))
      return { delimiter, firstLine: first, rows: rowCells.length, rowCells };
  }
  return none;
}

function countLines(lines: readonly string[], from: number): number {
  return lines.slice(from).filter((line) => line.trim() !== '' && !line.startsWith('#')).length;
}

const firstWords = (lines: readonly string[]) =>
  (lines.find((line) => line.trim() !== '') ?? '').trim().slice(0, 40);

/** The names and the units of the columns: of one row or two above the values. */
function headingsOver(lines: readonly string[], { firstLine, delimiter }: Tried, width: number) {
  const above = lines.slice(0, firstLine).filter((line) => line.trim() !== '');
  const rows = above.filter((line) => !line.startsWith('#')).map((line) => cellsOf(line, delimiter));
  const fitting = rows.slice(-2).filter((cells) => cells.length === width);
  const last = fitting.at(-1) ?? [];
  const isUnits = fitting.length === 2 && last.every((cell) => unitOf(cell) !== null || cell === '');
  return {
    names: isUnits ? (fitting[0] ?? []) : last,
    units: isUnits ? last : [],
    above,
  };
}

/** What lines above the values say of gains, of the time between samples and of the trigger. */
function toldAbove(above: readonly string[], width: number, delimiter: Delimiter) {
  const written =
    delimiter === ',' ? /[-+]?\d+(?:\.\d+)?(?:e[-+]?\d+)?/gi : /[-+]?\d+(?:[.,]\d+)?(?:e[-+]?\d+)?/gi;
  const gains: number[] = [];
  let stepS = 0;
  let startS = 0;
  for (const line of above) {
    const numbers = [...line.matchAll(written)].map(([text]) => Number(text.replace(',', '.')));
    const [first] = numbers;
    if (first === undefined) continue;
    if (/gain|probe|attenuation/i.test(line) && first > 0) {
      const some = numbers.length >= width ? numbers.slice(0, width) : [1, ...numbers];
      for (const [at, gain] of some.entries()) if (gain > 0) gains[at] = gain;
    } else if (/sampl\w* ?(rate|frequency)|(^|\W)(rate|fs)\W/i.test(line) && first > 0)
      stepS = 1 / (first * (/khz/i.test(line) ? 1000 : 1));
    else if (/interval|step|(^|\W)dt\W/i.test(line) && first > 0) stepS = first * timeScale(line);
    else if (/trigger/i.test(line)) startS = first * timeScale(line);
  }
  return { gains, stepS, startS };
}

const timeScale = (text: string) =>
  /(^|[^a-z])(us|µs)([^a-z]|$)/i.test(text) ? 1e-6 : /(^|[^a-z])ms([^a-z]|$)/i.test(text) ? 1e-3 : 1;

/** Units as they are written, and what they are in s, V or A. */
const UNITS: Readonly<Record<string, readonly [ColumnRole, number]>> = {
  s: ['time', 1],
  sec: ['time', 1],
  ms: ['time', 1e-3],
  us: ['time', 1e-6],
  µs: ['time', 1e-6],
  min: ['time', 60],
  h: ['time', 3600],
  v: ['volts', 1],
  mv: ['volts', 1e-3],
  a: ['amps', 1],
  ma: ['amps', 1e-3],
  ka: ['amps', 1e3],
};

function unitOf(text: string): readonly [ColumnRole, number] | null {
  const unit = text
    .toLowerCase()
    .replace(/[[\]()\s]/g, '')
    .replace('μ', 'µ');
  return Object.hasOwn(UNITS, unit) ? (UNITS[unit] ?? null) : null;
}

interface Guess {
  readonly heading: string;
  readonly role: ColumnRole | null;
  readonly scale: number;
}

/** What a heading says that its column holds. */
function guessColumn(name: string, unitCell: string, gain: number): Guess {
  const heading = unitCell === '' ? name : `${name} ${unitCell}`.trim();
  const perAmp = /([\d.]+)?\s*mv\s*\/\s*a/i.exec(heading);
  if (perAmp) return { heading, role: 'amps', scale: gain / (Number(perAmp[1]) || 1) };
  const bracketed = /[[(]([^\])]+)[\])]/.exec(name)?.[1] ?? /[_ ]([a-zµμ]+)$/i.exec(name)?.[1] ?? '';
  const unit = unitOf(unitCell) ?? unitOf(bracketed) ?? unitOf(name);
  const role = roleOfName(name.toLowerCase());
  // A clamp that says millivolts is one of one millivolt an ampere, until somebody says otherwise.
  if (role === 'amps' && unit?.[0] === 'volts') return { heading, role, scale: (gain * unit[1]) / 1e-3 };
  const found = role ?? unit?.[0] ?? null;
  const factor = unit && unit[0] === found ? unit[1] : 1;
  return { heading, role: found, scale: found === 'time' ? factor : factor * gain };
}

function roleOfName(name: string): ColumnRole | null {
  if (/^(t|time|times|zeit|seconds?|elapsed|timestamp|date|x)\b|^t_/.test(name)) return 'time';
  if (/^(i|current|amps?|amperes?|strom|clamp)\b|^i_|current|clamp/.test(name)) return 'amps';
  if (/^(v|u|volts?|voltage|spannung|battery)\b|^[vu]_|volt/.test(name)) return 'volts';
  return null;
}

type ToldAbove = ReturnType<typeof toldAbove>;

/** Gives every column its role: by what it is called, and where that says nothing by what stands in it. */
function withRoles(
  guesses: readonly Guess[],
  { delimiter, firstLine, rowCells }: Tried,
  commas: boolean,
  { stepS, startS }: ToldAbove,
): Result<Layout> {
  const column = (at: number) => rowCells.map((cells) => cells[at] ?? '');
  const numbers = (at: number) => column(at).map((cell) => Number(cell.replace(',', '.')));
  const roles = guesses.map(({ role }) => role);
  const isStamp = (at: number) => column(at).some((cell) => CLOCK.test(cell) || DATE.test(cell));
  const stamped = roles.findIndex((_, at) => isStamp(at));
  if (stamped >= 0) {
    for (const [at, role] of roles.entries()) if (role === 'time') roles[at] = null;
    roles[stamped] = 'time';
  }
  if (!roles.includes('time') && guesses.length > 1) {
    const rising = roles.findIndex((role, at) => role === null && rises(numbers(at)));
    if (rising >= 0 && stepS === 0) roles[rising] = 'time';
  }
  for (const wanted of ['volts', 'amps'] as const) {
    if (roles.includes(wanted)) continue;
    const fitting = roles.findIndex(
      (role, at) => role === null && (wanted === 'amps' || likeVolts(numbers(at))),
    );
    if (fitting >= 0) roles[fitting] = wanted;
  }
  const used = new Set<ColumnRole>();
  const columns = guesses.map(({ heading, scale }, at): LayoutColumn => {
    const role = roles[at] ?? 'aside';
    const isFirst = role !== 'aside' && !used.has(role);
    used.add(role);
    return { heading: heading || `column ${at + 1}`, role: isFirst ? role : 'aside', scale };
  });
  if (!used.has('volts') && !used.has('amps'))
    return fail(
      problem('columns', columns.map(({ heading }) => heading).join(', '), 'a voltage or a current'),
    );
  const time: TimeKind = !used.has('time')
    ? 'even'
    : stamped < 0
      ? 'number'
      : column(stamped).some((cell) => DATE.test(cell))
        ? 'date'
        : 'clock';
  if (time === 'even' && stepS === 0)
    return fail(
      problem(
        'columns',
        columns.map(({ heading }) => heading).join(', '),
        'a time, or how many samples a second',
      ),
    );
  const decimal = commas ? ',' : '.';
  return succeed({ delimiter, decimal, firstLine, columns, time, stepS, startS });
}

const rises = (values: readonly number[]) =>
  values.length > 0 &&
  values.every((value, at) => Number.isFinite(value) && (at === 0 || value >= (values[at - 1] ?? 0)));

/** What a battery of 6, 12 or 24 V can read. */
function likeVolts(values: readonly number[]): boolean {
  const known = values.filter(Number.isFinite).sort((one, other) => one - other);
  const middle = known[Math.floor(known.length / 2)] ?? Number.NaN;
  return middle > 3 && middle < 33;
}
