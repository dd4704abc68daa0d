import { deflateRawSync, inflateRawSync } from 'node:zlib';
import { customType } from 'drizzle-orm/sqlite-core';
import { DICTIONARY_1 } from './judgement-dictionary';
import { Unreadable } from './packed-json';

/** What a verdict was made from and all that came out, as they were. */
export interface KeptJudgement {
  readonly evidence: unknown;
  readonly assessment: unknown;
}

/** The first byte of a packed value names the dictionary; JSON that was never packed begins with its brace. */
const FIRST = 1;
const BRACE = '{'.charCodeAt(0);
const dictionary = Buffer.from(DICTIONARY_1);

/** So little text fits into a window of 8 kB with its dictionary; larger tables would only have to be cleared each time. */
const SMALL_WORK = { dictionary, level: 4, memLevel: 5, windowBits: 13, chunkSize: 1024 };

/** Nothing that is kept unpacks to more, bytes: a damaged value must not fill the memory. */
const LARGEST = 4_000_000;

/** Packs a judgement: 2.2 kB of JSON become some 220 bytes, since most of it stands in every other one too. */
export function packJudgement(kept: KeptJudgement): Buffer {
  const { evidence, assessment } = kept;
  const packed = deflateRawSync(JSON.stringify({ evidence, assessment }), SMALL_WORK);
  return Buffer.concat([Buffer.of(FIRST), packed]);
}

/** A judgement as it was packed. What cannot be read costs this one value, not the list that it stands in. */
export function unpackJudgement(stored: ArrayBuffer | Uint8Array | string): KeptJudgement | Unreadable {
  try {
    const bytes = bytesOf(stored);
    const read: unknown = JSON.parse(textOf(bytes));
    if (typeof read !== 'object' || read === null) return new Unreadable('no judgement');
    return { evidence: undefined, assessment: undefined, ...read };
  } catch (error) {
    return new Unreadable(error instanceof Error ? error.message : 'no judgement');
  }
}

function bytesOf(stored: ArrayBuffer | Uint8Array | string): Buffer {
  if (typeof stored === 'string') return Buffer.from(stored);
  return stored instanceof Uint8Array
    ? Buffer.from(stored.buffer, stored.byteOffset, stored.byteLength)
    : Buffer.from(stored);
}

function textOf(bytes: Buffer): string {
  if (bytes[0] === BRACE) return bytes.toString();
  if (bytes[0] !== FIRST) throw new Error(`packed in a way that is not known here (${bytes[0]})`);
  return inflateRawSync(bytes.subarray(1), { dictionary, maxOutputLength: LARGEST }).toString();
}

/** A column that holds a packed judgement. */
export const packedJudgement = customType<{
  data: KeptJudgement | Unreadable;
  driverData: ArrayBuffer | Uint8Array | string;
}>({
  dataType: () => 'blob',
  toDriver: (value) => {
    if (value instanceof Unreadable) throw new Error('a judgement that cannot be read is not written again');
    return packJudgement(value);
  },
  fromDriver: unpackJudgement,
});
