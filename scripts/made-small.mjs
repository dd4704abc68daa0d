// Makes the files that every browser fetches small once, when they are built, and better than there is time for at each request.
import { readdirSync } from 'node:fs';
import { readFile, rename, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { brotliCompress, gzip, constants as zlib } from 'node:zlib';

const TEXT = /\.(js|css|svg|json)$/;
const WAYS = [
  [
    '.br',
    (text) => promisify(brotliCompress)(text, { params: { [zlib.BROTLI_PARAM_SIZE_HINT]: text.length } }),
  ],
  ['.gz', (text) => promisify(gzip)(text, { level: zlib.Z_BEST_COMPRESSION })],
];

/** Puts beside each text in this folder and below what it is when compressed. */
export async function makeSmall(folder) {
  const paths = readdirSync(folder, { recursive: true }).filter((path) => TEXT.test(path));
  await Promise.all(
    paths.map(async (path) => {
      const text = await readFile(join(folder, path));
      for (const [ending, compress] of WAYS) {
        const small = join(folder, path + ending);
        // A server may be looking for it: it is there whole or not at all.
        await writeFile(`${small}.new`, await compress(text));
        await rename(`${small}.new`, small);
      }
    }),
  );
}
