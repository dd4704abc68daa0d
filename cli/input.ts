import { closeSync, openSync, readSync } from 'node:fs';
import { StringDecoder } from 'node:string_decoder';

/** What a command reads: a file in pieces, or what standard input hands out. */
export type Input = AsyncIterable<Buffer | string> | Iterable<Buffer>;

const BLOCK_BYTES = 1 << 16;

/**
 * A file in pieces, each read when it is asked for. Nothing else has to go on meanwhile, and to have another thread read
 * some kilobytes takes longer than to read them.
 */
export function* bytesOf(path: string, blockBytes = BLOCK_BYTES): Generator<Buffer> {
  const file = openSync(path, 'r');
  try {
    for (;;) {
      const piece = Buffer.allocUnsafe(blockBytes);
      const read = readSync(file, piece);
      if (read === 0) return;
      yield piece.subarray(0, read);
    }
  } finally {
    closeSync(file);
  }
}

/** The text of what is read, no letter cut in two. */
export async function* textOf(input: Input): AsyncGenerator<string> {
  const decoder = new StringDecoder('utf8');
  for await (const piece of input) yield typeof piece === 'string' ? piece : decoder.write(piece);
  yield decoder.end();
}
