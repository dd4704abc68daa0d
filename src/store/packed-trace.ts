import { deflateRawSync, inflateRawSync } from 'node:zlib';
import { customType } from 'drizzle-orm/sqlite-core';
import type { Trace } from '@/core/assessment/evidence';
import { Unreadable } from './packed-json';

/** The first byte of a packed trace names the way: columns as JSON, deflated. */
const COLUMNS = 1;

/** No trace unpacks to more, bytes: a damaged value must not fill the memory. */
const LARGEST = 64_000_000;

/** Packs a trace: column by column, since the values of one quantity are alike. */
export function packTrace(trace: Trace): Buffer {
  const columns = [0, 1, 2].map((column) => trace.map((point) => point[column]));
  return Buffer.concat([Buffer.of(COLUMNS), deflateRawSync(JSON.stringify(columns))]);
}

/** A trace as it was packed, every number as it was. */
export function unpackTrace(stored: ArrayBuffer | Uint8Array): Trace | Unreadable {
  try {
    const bytes = Buffer.from(stored instanceof Uint8Array ? stored : new Uint8Array(stored));
    if (bytes[0] !== COLUMNS) throw new Error(`packed in a way that is not known here (${bytes[0]})`);
    const text = inflateRawSync(bytes.subarray(1), { maxOutputLength: LARGEST }).toString();
    const [seconds, volts, amps]: [number[], number[], (number | null)[]] = JSON.parse(text);
    return seconds.map((at, point) => [at, volts[point] ?? Number.NaN, amps[point] ?? null]);
  } catch (error) {
    return new Unreadable(error instanceof Error ? error.message : 'no trace');
  }
}

/** A column that holds a packed trace. */
export const packedTrace = customType<{ data: Trace | Unreadable; driverData: ArrayBuffer | Uint8Array }>({
  dataType: () => 'blob',
  toDriver: (value) => {
    if (value instanceof Unreadable) throw new Error('a trace that cannot be read is not written again');
    return packTrace(value);
  },
  fromDriver: unpackTrace,
});
