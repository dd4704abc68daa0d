import { deflateRawSync, inflateRawSync } from 'node:zlib';
import { customType } from 'drizzle-orm/sqlite-core';

/** JSON up to this length stays readable in the file; a longer one, a trace above all, is stored deflated. */
const PLAIN_LENGTH = 1000;
const MARK = 'z:';

/** A column of JSON in which long values are compressed. Rows written before it was are read all the same. */
export function packedJson<T>(name: string) {
  return customType<{ data: T; driverData: string }>({
    dataType: () => 'text',
    toDriver: (value) => {
      const text = JSON.stringify(value);
      return text.length <= PLAIN_LENGTH ? text : `${MARK}${deflateRawSync(text).toString('base64')}`;
    },
    fromDriver: (stored) => {
      const packed = stored.startsWith(MARK);
      const text = packed
        ? inflateRawSync(Buffer.from(stored.slice(MARK.length), 'base64')).toString()
        : stored;
      return JSON.parse(text) as T;
    },
  })(name);
}
