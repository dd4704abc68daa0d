import { fail, problem, type Result } from '../quantity/result';
import { HEAD_BYTES, type Layout, recogniseLayout } from './layout';
import { type PutRight, putRight } from './put-right';
import { MOST_SAMPLES } from './recording';
import { RowReader } from './row-reader';

/** The largest file that is read, bytes: five million samples with room for what stands beside them. */
export const MOST_BYTES = 600_000_000;

/** What keeps a file from being read at all by its size, or nothing. */
export function tooLarge(bytes: number): Result<never> | null {
  if (bytes <= MOST_BYTES) return null;
  const megabytes = (size: number) => `${Math.round(size / 1e6)} MB`;
  return fail(
    problem(
      'file',
      megabytes(bytes),
      `at most ${megabytes(MOST_BYTES)}: cut it to the start that matters, or record more slowly`,
    ),
  );
}

/** Recognises the layout in the first bytes of a file. */
export function layoutOfBytes(head: Uint8Array): Result<Layout> {
  const some = head.subarray(0, HEAD_BYTES);
  const text = new TextDecoder().decode(some);
  // The last line may be cut in its middle.
  return recogniseLayout(some.length < HEAD_BYTES ? text : text.slice(0, text.lastIndexOf('\n') + 1));
}

/** Reads a whole file that is at hand as bytes, as it is laid out or as somebody said that it is. */
export function readRecording(bytes: Uint8Array, said?: Layout): Result<PutRight> {
  const large = tooLarge(bytes.length);
  if (large) return large;
  const layout = said ? ({ ok: true, value: said } as const) : layoutOfBytes(bytes);
  if (!layout.ok) return layout;
  const reader = new RowReader(layout.value, MOST_SAMPLES, expectedRows(bytes, bytes.length));
  for (let from = 0; from < bytes.length; from += PIECE) reader.take(bytes.subarray(from, from + PIECE));
  return putRight(reader.finish());
}

const PIECE = 1 << 20;

/** How many rows a file of a length has when its first rows are like all others; a little more, so that nothing grows. */
export function expectedRows(head: Uint8Array, length: number): number {
  const some = head.subarray(0, HEAD_BYTES);
  let lines = 0;
  for (const byte of some) if (byte === 10) lines++;
  return lines === 0 ? 16 : Math.ceil((length / some.length) * lines * 1.05) + 16;
}
