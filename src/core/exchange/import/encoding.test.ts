import fc from 'fast-check';
import { decoded, type Encoding, encodingOf } from './encoding';

async function* inPieces(bytes: Uint8Array, length: number): AsyncGenerator<Uint8Array> {
  for (let at = 0; at < bytes.length; at += length) yield bytes.subarray(at, at + length);
}

async function read(bytes: Uint8Array, pieces: number): Promise<{ encoding: Encoding; text: string }> {
  const encoding = await encodingOf(inPieces(bytes, pieces));
  let text = '';
  for await (const piece of decoded(inPieces(bytes, pieces), encoding)) text += piece;
  return { encoding, text };
}

const HEADER = 'tag;place\r\n';

it.each([
  [
    'an older Windows program',
    Buffer.from(`${HEADER}FH-1;Bücher’s yard`.replace('’', '\x92'), 'latin1'),
    'windows-1252',
  ],
  [
    'a spreadsheet that saves Unicode',
    Buffer.from(`\uFEFF${HEADER}FH-1;Bücher’s yard`, 'utf16le'),
    'utf-16le',
  ],
  ['anything of today', Buffer.from(`${HEADER}FH-1;Bücher’s yard`), 'utf-8'],
])('a file of %s keeps its letters, however it comes in pieces', async (_what, bytes, encoding) => {
  for (const pieces of [1, 2, 7, bytes.length]) {
    expect(await read(bytes, pieces)).toEqual({ encoding, text: `${HEADER}FH-1;Bücher’s yard` });
  }
});

it('every text that is written as UTF-8 is read as it is', async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.string({ unit: 'grapheme' }),
      fc.integer({ min: 1, max: 9 }),
      async (text, pieces) => {
        const bytes = new TextEncoder().encode(`tag\n${text}`);
        expect(await read(bytes, pieces)).toEqual({ encoding: 'utf-8', text: `tag\n${text}` });
      },
    ),
  );
});
