/** The ways in which spreadsheets and loggers write text. `windows-1252` is what older Western ones save without asking. */
export type Encoding = 'utf-8' | 'windows-1252' | 'utf-16le' | 'utf-16be';

/** What a file is called by that is not written in today's usual way; null for one that is. */
export const ENCODING_WORDS: Readonly<Record<Encoding, string | null>> = {
  'utf-8': null,
  'windows-1252': 'an older Windows text (Windows-1252)',
  'utf-16le': 'a Unicode text (UTF-16)',
  'utf-16be': 'a Unicode text (UTF-16)',
};

/**
 * How a file is written: by its first two bytes, else as UTF-8 where every byte of it can be that, else as the Windows
 * text of Western Europe, in which a file without a mark and with accents nearly always is.
 * @param chunks the whole file: a single accent may stand in its last line
 */
export async function encodingOf(chunks: AsyncIterable<Uint8Array>): Promise<Encoding> {
  const utf8 = new TextDecoder('utf-8', { fatal: true });
  const marked: number[] = [];
  let couldBeUtf8 = true;
  for await (const chunk of chunks) {
    marked.push(...chunk.subarray(0, MARK_BYTES - marked.length));
    if (marked[0] === 0xff && marked[1] === 0xfe) return 'utf-16le';
    if (marked[0] === 0xfe && marked[1] === 0xff) return 'utf-16be';
    couldBeUtf8 &&= decodes(utf8, chunk);
    if (!couldBeUtf8 && marked.length === MARK_BYTES) return 'windows-1252';
  }
  return couldBeUtf8 && decodes(utf8) ? 'utf-8' : 'windows-1252';
}

/** Bytes of a mark that says how a file is written. */
const MARK_BYTES = 2;

/** Whether the next bytes go on as UTF-8; without any, whether the text may end here. */
function decodes(utf8: TextDecoder, bytes?: Uint8Array): boolean {
  try {
    utf8.decode(bytes, { stream: bytes !== undefined });
    return true;
  } catch {
    return false;
  }
}

/** The text of a file, piece by piece. */
export async function* decoded(
  chunks: AsyncIterable<Uint8Array>,
  encoding: Encoding,
): AsyncGenerator<string> {
  const decoder = new TextDecoder(encoding);
  for await (const chunk of chunks) yield decoder.decode(chunk, { stream: true });
  yield decoder.decode();
}
