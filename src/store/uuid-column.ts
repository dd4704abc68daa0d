import { type SQL, sql } from 'drizzle-orm';
import { customType } from 'drizzle-orm/sqlite-core';

/** The sixteen bytes of an id. A third of a run used to be ids written out as text, in its rows and again in their indexes. */
export function uuidBytes(id: string): Uint8Array {
  return Buffer.from(id.replaceAll('-', ''), 'hex');
}

/** The id as every record outside of the store has it. */
export function uuidText(stored: ArrayBuffer | Uint8Array): string {
  const bytes = stored instanceof Uint8Array ? stored : new Uint8Array(stored);
  const hex = Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength).toString('hex');
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-${hex.slice(12, 16)}-${hex.slice(16, 20)}-${hex.slice(20)}`;
}

/** A column that holds a UUID as its bytes. What is no UUID is found nowhere, and cannot be stored. */
export const uuid = customType<{ data: string; driverData: ArrayBuffer | Uint8Array }>({
  dataType: () => 'blob',
  toDriver: uuidBytes,
  fromDriver: uuidText,
});

/** The bytes of an id that stands in the database as text, inside of JSON. */
export const uuidOf = (text: SQL): SQL => sql`unhex(replace(${text}, '-', ''))`;
