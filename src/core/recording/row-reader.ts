import type { Layout } from './layout';

/** A row that was left out: its line, from 1, and what stood there. */
export interface BadRow {
  readonly line: number;
  readonly found: string;
}

/** What was read of a file, before anything is put right. */
export interface RawRows {
  readonly seconds: Float64Array;
  readonly volts: Float64Array | null;
  readonly amps: Float64Array | null;
  /** Rows that were left out, the first few of them named. */
  readonly badRows: number;
  readonly firstBad: readonly BadRow[];
  /** More rows followed than are read. */
  readonly isCut: boolean;
}

const NAMED = 5;
const [TAB, LF, CR, SPACE, QUOTE, HASH, PLUS, MINUS, DOT, NINE, ZERO] = [
  9, 10, 13, 32, 34, 35, 43, 45, 46, 57, 48,
];
/** Whole numbers up to this, over a power of ten up to 22, are exact as they are divided. */
const EXACT_DIGITS = 15;
const POWERS = Array.from({ length: 23 }, (_, at) => 10 ** at);

/**
 * Reads rows of values out of the bytes of a file, however they are cut, straight into typed arrays: millions of rows, no text for
 * each. A cell that is no number costs its row where nothing else stands in it.
 */
export class RowReader {
  private seconds: Float64Array;
  private volts: Float64Array | null;
  private amps: Float64Array | null;
  private count = 0;
  private line = 0;
  private rest = new Uint8Array(0);
  private badRows = 0;
  private readonly firstBad: BadRow[] = [];
  private isCut = false;
  private dayS = 0;
  private lastStampS = Number.NaN;
  private readonly roles: readonly number[];
  private readonly scales: readonly number[];
  private readonly delimiter: number;
  private readonly decimal: number;
  private readonly row = new Float64Array(3);

  /** @param expected how many rows there may be, so that the arrays need not grow */
  constructor(
    private readonly layout: Layout,
    private readonly most: number,
    expected = 4096,
  ) {
    const capacity = Math.max(16, Math.min(most, Math.ceil(expected)));
    const has = (role: string) => layout.columns.some((column) => column.role === role);
    this.seconds = new Float64Array(capacity);
    this.volts = has('volts') ? new Float64Array(capacity) : null;
    this.amps = has('amps') ? new Float64Array(capacity) : null;
    this.roles = layout.columns.map(({ role }) => ['time', 'volts', 'amps'].indexOf(role));
    this.scales = layout.columns.map(({ scale }) => scale);
    this.delimiter = layout.delimiter.charCodeAt(0);
    this.decimal = layout.decimal.charCodeAt(0);
  }

  /** How many rows were taken so far. */
  get taken(): number {
    return this.count;
  }

  /** Takes the next piece of the file. */
  take(piece: Uint8Array): void {
    let bytes = piece;
    if (this.rest.length > 0) {
      bytes = new Uint8Array(this.rest.length + piece.length);
      bytes.set(this.rest);
      bytes.set(piece, this.rest.length);
    }
    let from = 0;
    for (;;) {
      const end = bytes.indexOf(LF, from);
      if (end < 0) break;
      this.takeLine(bytes, from, end);
      from = end + 1;
    }
    this.rest = bytes.slice(from);
    if (this.rest.length > LONGEST_LINE) {
      this.bad(this.rest, 0, 40);
      this.rest = new Uint8Array(0);
    }
  }

  /** All that was read. */
  finish(): RawRows {
    if (this.rest.length > 0) this.takeLine(this.rest, 0, this.rest.length);
    this.rest = new Uint8Array(0);
    const { count, badRows, firstBad, isCut } = this;
    return {
      seconds: this.seconds.subarray(0, count),
      volts: this.volts?.subarray(0, count) ?? null,
      amps: this.amps?.subarray(0, count) ?? null,
      badRows,
      firstBad,
      isCut,
    };
  }

  private takeLine(bytes: Uint8Array, start: number, stop: number): void {
    const number = this.line++;
    if (number < this.layout.firstLine) return;
    let [from, to] = [start, stop];
    while (to > from && ((bytes[to - 1] ?? 0) === CR || (bytes[to - 1] ?? 0) === SPACE)) to--;
    if (this.delimiter === SPACE) while (from < to && (bytes[from] ?? 0) === SPACE) from++;
    if (from === to || bytes[from] === HASH) return;
    if (this.count >= this.most) {
      this.isCut = true;
      return;
    }
    const { row } = this;
    row.fill(Number.NaN);
    let column = 0;
    while (from <= to && column < this.roles.length) {
      let end = from;
      while (end < to && bytes[end] !== this.delimiter) end++;
      const role = this.roles[column] ?? -1;
      if (role >= 0) row[role] = this.valueIn(bytes, from, end, role) * (this.scales[column] ?? 1);
      column++;
      from = end + 1;
      if (this.delimiter === SPACE) while (from < to && bytes[from] === SPACE) from++;
    }
    this.keep(bytes, start, stop);
  }

  private keep(bytes: Uint8Array, start: number, stop: number): void {
    const [time = Number.NaN, volts = Number.NaN, amps = Number.NaN] = this.row;
    const even = this.layout.time === 'even';
    const at = even ? this.layout.startS + this.count * this.layout.stepS : time;
    if (!Number.isFinite(at) || (!Number.isFinite(volts) && !Number.isFinite(amps))) {
      this.bad(bytes, start, stop);
      return;
    }
    if (this.count === this.seconds.length) this.grow();
    this.seconds[this.count] = at;
    if (this.volts) this.volts[this.count] = Number.isFinite(volts) ? volts : Number.NaN;
    if (this.amps) this.amps[this.count] = Number.isFinite(amps) ? amps : Number.NaN;
    this.count++;
  }

  private bad(bytes: Uint8Array, start: number, stop: number): void {
    this.badRows++;
    if (this.firstBad.length >= NAMED) return;
    const found = new TextDecoder().decode(bytes.subarray(start, Math.min(stop, start + 60))).trim();
    this.firstBad.push({ line: this.line, found });
  }

  private grow(): void {
    const larger = (values: Float64Array) => {
      const next = new Float64Array(Math.min(this.most, values.length * 2));
      next.set(values);
      return next;
    };
    this.seconds = larger(this.seconds);
    if (this.volts) this.volts = larger(this.volts);
    if (this.amps) this.amps = larger(this.amps);
  }

  private valueIn(bytes: Uint8Array, start: number, stop: number, role: number): number {
    let [from, to] = [start, stop];
    while (from < to && isBlank(bytes[from] ?? 0)) from++;
    while (to > from && isBlank(bytes[to - 1] ?? 0)) to--;
    if (from === to) return Number.NaN;
    if (role === 0 && (this.layout.time === 'clock' || this.layout.time === 'date'))
      return this.stampIn(bytes, from, to);
    return numberIn(bytes, from, to, this.decimal);
  }

  /** A time of day as s since the first midnight; past midnight it goes on. */
  private stampIn(bytes: Uint8Array, from: number, to: number): number {
    const text = new TextDecoder().decode(bytes.subarray(from, to));
    const found = STAMP.exec(text);
    if (!found) return Number.NaN;
    const [, iso, day, month, year, hours, minutes, seconds = '0'] = found;
    const ofDay = Number(hours) * 3600 + Number(minutes) * 60 + Number(seconds.replace(',', '.'));
    if (iso || year) {
      const date = iso
        ? Date.parse(`${iso}T00:00:00Z`)
        : Date.UTC(Number(year), Number(month) - 1, Number(day));
      return date / 1000 + ofDay;
    }
    if (ofDay < this.lastStampS - HALF_A_DAY_S) this.dayS += DAY_S;
    this.lastStampS = ofDay;
    return this.dayS + ofDay;
  }
}

const STAMP =
  /^(?:(\d{4}-\d{2}-\d{2})[T ]|(\d{1,2})[./](\d{1,2})[./](\d{4})[T ])?(\d{1,2}):(\d{2})(?::(\d{2}(?:[.,]\d+)?))?/;
const DAY_S = 86_400;
const HALF_A_DAY_S = 43_200;
/** A line longer than this is none, bytes. */
const LONGEST_LINE = 1 << 16;

const isBlank = (byte: number) => byte === SPACE || byte === TAB || byte === QUOTE || byte === CR;

/** A number as it stands in bytes, exactly as a text of it would be read; NaN for anything else. */
function numberIn(bytes: Uint8Array, start: number, to: number, decimal: number): number {
  let at = start;
  const first = bytes[at] ?? 0;
  if (first === MINUS || first === PLUS) at++;
  let mantissa = 0;
  let digits = 0;
  let decimals = 0;
  let isBroken = false;
  for (; at < to; at++) {
    const byte = bytes[at] ?? 0;
    if (byte >= ZERO && byte <= NINE) {
      mantissa = mantissa * 10 + (byte - ZERO);
      if (mantissa > 0) digits++;
      if (isBroken) decimals++;
    } else if (!isBroken && (byte === decimal || byte === DOT)) isBroken = true;
    else return numberOfText(bytes, start, to, decimal);
  }
  if (digits > EXACT_DIGITS || decimals > 22 || at === start + (first === MINUS || first === PLUS ? 1 : 0))
    return numberOfText(bytes, start, to, decimal);
  const value = mantissa / (POWERS[decimals] ?? 1);
  return first === MINUS ? -value : value;
}

/** The long way, for exponents and more digits than are exact. */
function numberOfText(bytes: Uint8Array, start: number, to: number, decimal: number): number {
  const text = new TextDecoder().decode(bytes.subarray(start, to));
  const plain = decimal === DOT ? text : text.replace(',', '.');
  return /^[-+]?(\d+\.?\d*|\.\d+)(e[-+]?\d+)?$/i.test(plain) ? Number(plain) : Number.NaN;
}
