import { createReadStream } from 'node:fs';

/** A line that is longer than any record: what is read is no file of ours, and is not gathered up any further. */
export class EndlessLine extends Error {
  override readonly name = 'EndlessLine';
}

/**
 * The lines of a file, one after the other, however large it is. A line that grows beyond the limit ends the reading:
 * a file without line ends must not be gathered in memory.
 */
export async function* linesOf(path: string, mostCharacters: number): AsyncGenerator<string> {
  const decoder = new TextDecoder();
  let rest = '';
  for await (const piece of createReadStream(path, { highWaterMark: 1 << 18 })) {
    rest += decoder.decode(piece as Uint8Array, { stream: true });
    let from = 0;
    for (let end = rest.indexOf('\n'); end >= 0; end = rest.indexOf('\n', from)) {
      yield rest.slice(from, end);
      from = end + 1;
    }
    rest = rest.slice(from);
    if (rest.length > mostCharacters) throw new EndlessLine(`a line of over ${mostCharacters} characters`);
  }
  rest += decoder.decode();
  if (rest !== '') yield rest;
}
