import { deflateRawSync, inflateRawSync } from 'node:zlib';
import { customType } from 'drizzle-orm/sqlite-core';

/** JSON up to this length stays readable in the file; a longer one, a trace above all, is stored deflated. */
const PLAIN_LENGTH = 1000;
const MARK = 'z:';

/** Stands for a value that cannot be read from its column: one row is lost, not the list that it stands in. */
export class Unreadable {
  constructor(readonly why: string) {}
}

/**
 * A column of JSON as it was kept: what comes out is looked at by the readers of stored records, which know the shapes
 * of earlier versions. Text that is no JSON comes out as `Unreadable`.
 */
export const keptJson = customType<{ data: unknown; driverData: string }>({
  dataType: () => 'text',
  toDriver: (value) => JSON.stringify(value),
  fromDriver: (stored) => parsed(() => stored),
});

/** The same with long values compressed. Rows written before it was are read all the same. */
export const packedJson = customType<{ data: unknown; driverData: string }>({
  dataType: () => 'text',
  toDriver: (value) => {
    const text = JSON.stringify(value);
    return text.length <= PLAIN_LENGTH ? text : `${MARK}${deflateRawSync(text).toString('base64')}`;
  },
  fromDriver: (stored) =>
    parsed(() =>
      stored.startsWith(MARK)
        ? inflateRawSync(Buffer.from(stored.slice(MARK.length), 'base64'), {
            maxOutputLength: LARGEST,
          }).toString()
        : stored,
    ),
});

/** Nothing that is kept unpacks to more, bytes: a damaged value must not fill the memory. */
const LARGEST = 64_000_000;

function parsed(text: () => string): unknown {
  try {
    return JSON.parse(text());
  } catch (error) {
    return new Unreadable(error instanceof Error ? error.message : 'no JSON');
  }
}
