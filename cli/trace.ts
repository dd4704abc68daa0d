import type { Problem } from '@/core/quantity/result';
import { featuresAsFormat } from '@/core/recording/command-features';
import { examine } from '@/core/recording/examine';
import { HEAD_BYTES } from '@/core/recording/layout';
import { putRight } from '@/core/recording/put-right';
import { layoutOfBytes, tooLarge } from '@/core/recording/read-recording';
import { MOST_SAMPLES } from '@/core/recording/recording';
import { RowReader } from '@/core/recording/row-reader';
import { fileCommand } from './command';
import type { Input } from './input';

const USAGE = `Usage: npm run --silent trace -- FILE [--cylinders N]

Reads a recorded start, time and voltage, current or both, from FILE or from standard input where FILE is -, and
writes what can be read off it as one JSON object: each number with its standard deviation beside it, null where
it is not there. Complaints go to standard error.

  --cylinders N  of the engine: its cranking speed and its evenness are told by it

Exits 0 when every row was read, 1 when some were left out, 2 when nothing could be read.
`;

const BLOCK_BYTES = 1 << 20;
const MOST_CYLINDERS = 16;

/** The trace command: a recording in, its features out. */
export const trace = fileCommand({
  name: 'trace',
  usage: USAGE,
  options: { cylinders: { type: 'string' } },
  blockBytes: BLOCK_BYTES,
  async run(input, { cylinders: said }, { stdout, stderr }) {
    const cylinders = said === undefined ? null : Number(said);
    if (cylinders !== null && !(Number.isInteger(cylinders) && cylinders >= 1 && cylinders <= MOST_CYLINDERS))
      throw new Error(`--cylinders: found “${said}”, expected a whole number from 1 to ${MOST_CYLINDERS}`);
    const rows = await rowsOf(input);
    const right = putRight(rows);
    if (!right.ok) throw new Error(wordsOf(right.problems));
    const { recording, told } = right.value;
    const examined = examine(recording, cylinders, told);
    stdout.write(`${JSON.stringify(featuresAsFormat(examined))}\n`);
    for (const problem of examined.problems) stderr.write(`trace: ${problem}\n`);
    return {
      refused: rows.badRows,
      told: `${recording.seconds.length} samples read, ${rows.badRows} rows left out`,
    };
  },
});

const wordsOf = (problems: readonly Problem[]) => problems.map(({ message }) => message).join('; ');

/** Reads the rows as they come; the head says how they are laid out. */
async function rowsOf(input: Input) {
  let head = Buffer.alloc(0);
  let reader: RowReader | null = null;
  let bytes = 0;
  const begin = () => {
    const layout = layoutOfBytes(head);
    if (!layout.ok) throw new Error(wordsOf(layout.problems));
    const begun = new RowReader(layout.value, MOST_SAMPLES);
    begun.take(head);
    return begun;
  };
  for await (const piece of input) {
    const some = typeof piece === 'string' ? Buffer.from(piece) : piece;
    bytes += some.length;
    const large = tooLarge(bytes);
    if (large && !large.ok) throw new Error(wordsOf(large.problems));
    if (reader) reader.take(some);
    else {
      head = Buffer.concat([head, some]);
      if (head.length >= HEAD_BYTES) reader = begin();
    }
  }
  return (reader ?? begin()).finish();
}
