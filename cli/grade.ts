import { fileCommand, rulesFrom } from './command';
import { gradeStream } from './grade-stream';

const USAGE = `Usage: npm run --silent grade -- FILE [--json] [--rules FILE]

Reads battery readings as CSV from FILE, or from standard input where FILE is -, and writes the same rows with
their assessment appended. Complaints go to standard error.

  --json        write one JSON assessment a line instead, with every finding and the ledger
  --rules FILE  house rules to grade by, as integra:rules/1; else Integra's standard rules

Exits 0 when every row was graded, 1 when some were refused, 2 when nothing could be read.
`;

/** A hundred rows or so: what they become is swept away soonest while there is little of it. */
const BLOCK_BYTES = 1 << 14;

/** The grade command: readings of batteries in, the same rows with their assessment out. */
export const grade = fileCommand({
  name: 'grade',
  usage: USAGE,
  options: { json: { type: 'boolean' }, rules: { type: 'string' } },
  blockBytes: BLOCK_BYTES,
  async run(input, values, { stdout, stderr }) {
    const rules = await rulesFrom(values.rules);
    const { graded, refused } = await gradeStream(input, {
      stdout,
      stderr,
      rules,
      json: values.json === true,
    });
    return { refused, told: `${graded} graded, ${refused} refused` };
  },
});
