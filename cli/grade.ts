import { createReadStream } from 'node:fs';
import { parseArgs } from 'node:util';
import { STANDARD_RULES } from '@/core/rules/standard-rules';
import { EXIT, hasCode, messageOf, rulesFrom, type Streams } from './command';
import { gradeStream, type Tally } from './grade-stream';

const USAGE = `Usage: npm run --silent grade -- FILE [--json] [--rules FILE]

Reads battery readings as CSV from FILE, or from standard input where FILE is -, and writes the same rows with
their assessment appended. Complaints go to standard error.

  --json        write one JSON assessment a line instead, with every finding and the ledger
  --rules FILE  house rules to grade by, as integra:rules/1; else Integra's standard rules

Exits 0 when every row was graded, 1 when some were refused, 2 when nothing could be read.
`;

/** Some hundred rows: what they become is swept away soonest while there is little of it. */
const BLOCK_BYTES = 1 << 16;

/** The grade command: arguments and streams in, exit code out. */
export async function grade(args: readonly string[], { stdin, stdout, stderr }: Streams): Promise<number> {
  const refuse = (message: string) => {
    stderr.write(`grade: ${message}\n`);
    return EXIT.nothingRead;
  };
  try {
    const { values, positionals } = parseArgs({
      args: [...args],
      allowPositionals: true,
      options: {
        json: { type: 'boolean' },
        rules: { type: 'string' },
        help: { type: 'boolean', short: 'h' },
      },
    });
    if (values.help) {
      stdout.write(USAGE);
      return EXIT.allDone;
    }
    const [file] = positionals;
    if (file === undefined || positionals.length > 1)
      return refuse(`one file is needed, - for standard input\n\n${USAGE}`);
    const rules = values.rules === undefined ? STANDARD_RULES : rulesFrom(values.rules);
    const input = file === '-' ? stdin : createReadStream(file, { highWaterMark: BLOCK_BYTES });
    const tally = await gradeStream(input, { stdout, stderr, rules, json: values.json === true });
    stderr.write(closingLine(tally));
    return tally.refused > 0 ? EXIT.someRefused : EXIT.allDone;
  } catch (error) {
    if (hasCode(error, 'EPIPE')) return EXIT.allDone;
    return refuse(messageOf(error));
  }
}

function closingLine({ graded, refused }: Tally): string {
  return `grade: ${graded} graded, ${refused} refused\n`;
}
