import { type SQL, sql } from 'drizzle-orm';
import { customType } from 'drizzle-orm/sqlite-core';

const BYTES = 16;
const WRITTEN_LENGTH = 36;
/** Where the dashes of a written id stand. */
const DASHES: ReadonlySet<number> = new Set([8, 13, 18, 23]);
const NONE = 255;

/** The value of each hexadecimal digit by its code; of other signs none. */
const DIGITS = Uint8Array.from({ length: 128 }, (_, code) => {
  const value = Number.parseInt(String.fromCharCode(code), 16);
  return Number.isNaN(value) ? NONE : value;
});
const PAIRS = Array.from({ length: 256 }, (_, byte) => byte.toString(16).padStart(2, '0'));

/**
 * The sixteen bytes of an id; none for what is no id. A third of a run used to be ids written out as text, in its rows
 * and again in their indexes. An import turns a million of them, so that it is done without a text between.
 */
export function uuidBytes(id: string): Uint8Array {
  if (id.length !== WRITTEN_LENGTH) return new Uint8Array(0);
  const bytes = new Uint8Array(BYTES);
  let at = 0;
  for (let byte = 0; byte < BYTES; byte++) {
    if (DASHES.has(at)) at++;
    const high = DIGITS[id.charCodeAt(at++)] ?? NONE;
    const low = DIGITS[id.charCodeAt(at++)] ?? NONE;
    if (high === NONE || low === NONE) return new Uint8Array(0);
    bytes[byte] = (high << 4) | low;
  }
  return bytes;
}

/** The id as every record outside of the store has it. */
export function uuidText(stored: ArrayBuffer | Uint8Array): string {
  const bytes = stored instanceof Uint8Array ? stored : new Uint8Array(stored);
  let text = '';
  for (let byte = 0; byte < bytes.length; byte++) {
    if (DASHES.has(text.length)) text += '-';
    text += PAIRS[bytes[byte] ?? 0];
  }
  return text;
}

/** A column that holds a UUID as its bytes. What is no UUID is found nowhere, and cannot be stored. */
export const uuid = customType<{ data: string; driverData: ArrayBuffer | Uint8Array }>({
  dataType: () => 'blob',
  toDriver: uuidBytes,
  fromDriver: uuidText,
});

/** The bytes of an id that stands in the database as text, inside of JSON. */
export const uuidOf = (text: SQL): SQL => sql`unhex(replace(${text}, '-', ''))`;
