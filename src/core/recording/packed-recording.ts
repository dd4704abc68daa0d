import { fail, problem, type Result, succeed } from '../quantity/result';
import { MOST_SAMPLES, type Recording } from './recording';

/**
 * A recording as bytes, each column in the fewest that bring every number back exactly: as whole steps of its last decimal, of which
 * neighbours differ little. Squeezed afterwards by whoever keeps it.
 */

/** The first bytes name the way. */
const MAGIC = [0x49, 0x52, 1] as const;
const COLUMNS = ['seconds', 'volts', 'amps'] as const;
const MOST_DECIMALS = 9;
const RAW = 255;
const LARGEST_WHOLE = 2 ** 52;

/** Packs a recording. */
export function packRecording(recording: Recording): Uint8Array {
  const count = recording.seconds.length;
  const writer = new Writer(16 + count * 6);
  for (const byte of MAGIC) writer.byte(byte);
  writer.whole(count);
  for (const [at, name] of COLUMNS.entries()) {
    const values = recording[name];
    writer.byte(values ? 1 : 0);
    // Times rise evenly: it is their steps that differ little.
    if (values) packColumn(writer, values, at === 0 ? 2 : 1);
  }
  return writer.done();
}

/** The recording of packed bytes, every number as it was; or what is wrong with them. */
export function unpackRecording(bytes: Uint8Array): Result<Recording> {
  const reader = new Reader(bytes);
  if (MAGIC.some((byte) => reader.byte() !== byte))
    return fail(problem('recording', 'other bytes', 'a packed recording'));
  const count = reader.whole();
  if (!(count >= 2 && count <= MOST_SAMPLES)) return fail(problem('samples', count, `2 to ${MOST_SAMPLES}`));
  const columns: Partial<Record<(typeof COLUMNS)[number], Float64Array>> = {};
  for (const [at, name] of COLUMNS.entries())
    if (reader.byte() === 1) columns[name] = unpackColumn(reader, count, at === 0 ? 2 : 1);
  const { seconds, volts = null, amps = null } = columns;
  if (reader.isShort || !seconds || (!volts && !amps))
    return fail(problem('recording', 'cut short', 'all of it'));
  return succeed({ seconds, volts, amps });
}

function packColumn(writer: Writer, values: Float64Array, order: 1 | 2): void {
  const decimals = decimalsOf(values);
  writer.byte(decimals);
  if (decimals === RAW) {
    writer.raw(values);
    return;
  }
  const scale = 10 ** decimals;
  let [before, stepBefore] = [0, 0];
  for (const value of values) {
    const whole = Math.round(value * scale);
    const step = whole - before;
    writer.signed(order === 1 ? step : step - stepBefore);
    [before, stepBefore] = [whole, step];
  }
}

function unpackColumn(reader: Reader, count: number, order: 1 | 2): Float64Array {
  const decimals = reader.byte();
  if (decimals === RAW) return reader.raw(count);
  const values = new Float64Array(count);
  const scale = 10 ** Math.min(22, decimals);
  let [before, stepBefore] = [0, 0];
  for (let at = 0; at < count && !reader.isShort; at++) {
    const step = reader.signed() + (order === 1 ? 0 : stepBefore);
    before += step;
    stepBefore = step;
    values[at] = before / scale;
  }
  return values;
}

/** The fewest decimals with which every value is itself again; `RAW` where no number of them is enough. */
function decimalsOf(values: Float64Array): number {
  let decimals = 0;
  for (const value of values) {
    while (!isWhole(value, decimals)) if (++decimals > MOST_DECIMALS) return RAW;
  }
  return decimals;
}

function isWhole(value: number, decimals: number): boolean {
  const scale = 10 ** decimals;
  const whole = Math.round(value * scale);
  return Math.abs(whole) < LARGEST_WHOLE && Object.is(whole / scale, value);
}

class Writer {
  private bytes: Uint8Array;
  private at = 0;

  constructor(expected: number) {
    this.bytes = new Uint8Array(Math.max(64, expected));
  }

  byte(value: number): void {
    if (this.at === this.bytes.length) this.grow(1);
    this.bytes[this.at++] = value;
  }

  /** A whole number that is not negative, seven bits a byte. */
  whole(value: number): void {
    let left = value;
    while (left >= 128) {
      this.byte((left % 128) + 128);
      left = Math.floor(left / 128);
    }
    this.byte(left);
  }

  signed(value: number): void {
    this.whole(value < 0 ? -2 * value - 1 : 2 * value);
  }

  raw(values: Float64Array): void {
    const own = new Uint8Array(values.slice().buffer);
    if (this.at + own.length > this.bytes.length) this.grow(own.length);
    this.bytes.set(own, this.at);
    this.at += own.length;
  }

  done(): Uint8Array {
    return this.bytes.slice(0, this.at);
  }

  private grow(by: number): void {
    const larger = new Uint8Array(Math.max(this.bytes.length * 2, this.at + by));
    larger.set(this.bytes);
    this.bytes = larger;
  }
}

class Reader {
  isShort = false;
  private at = 0;

  constructor(private readonly bytes: Uint8Array) {}

  byte(): number {
    const value = this.bytes[this.at++];
    if (value === undefined) this.isShort = true;
    return value ?? 0;
  }

  whole(): number {
    let [value, scale] = [0, 1];
    for (let part = 0; part < 8; part++) {
      const byte = this.byte();
      value += (byte % 128) * scale;
      if (byte < 128) break;
      scale *= 128;
    }
    return value;
  }

  signed(): number {
    const value = this.whole();
    return value % 2 === 0 ? value / 2 : -(value + 1) / 2;
  }

  raw(count: number): Float64Array {
    const own = this.bytes.slice(this.at, this.at + count * 8);
    this.at += count * 8;
    if (own.length < count * 8) {
      this.isShort = true;
      return new Float64Array(count);
    }
    return new Float64Array(own.buffer, 0, count);
  }
}
