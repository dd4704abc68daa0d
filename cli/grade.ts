import { createReadStream, readFileSync } from 'node:fs';
import type { Readable, Writable } from 'node:stream';
import { parseArgs } from 'node:util';
import { readRulesFile } from '@/core/exchange/rules-file';
import type { HouseRules } from '@/core/rules/house-rules';
import { STANDARD_RULES } from '@/core/rules/standard-rules';
import { gradeStream, type Tally } from './grade-stream';

const USAGE = `Usage: npm run --silent grade -- FILE [--json] [--rules FILE]

Reads battery readings as CSV from FILE, or from standard input where FILE is -, and writes the same rows with
their assessment appended. Complaints go to standard error.

  --json        write one JSON assessment a line instead, with every finding and the ledger
  --rules FILE  house rules to grade by, as integra:rules/1; else Integra's standard rules

Exits 0 when every row was graded, 1 when some were refused, 2 when nothing could be read.
`;

const EXIT = { graded: 0, someRefused: 1, nothingRead: 2 } as const;

/** Some hundred rows: what they become is swept away soonest while there is little of it. */
const BLOCK_BYTES = 1 << 16;

interface Streams {
  readonly stdin: Readable;
  readonly stdout: Writable;
  readonly stderr: Writable;
}

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
      return EXIT.graded;
    }
    const [file] = positionals;
    if (file === undefined || positionals.length > 1)
      return refuse(`one file is needed, - for standard input\n\n${USAGE}`);
    const rules = values.rules === undefined ? STANDARD_RULES : rulesFrom(values.rules);
    const input = file === '-' ? stdin : createReadStream(file, { highWaterMark: BLOCK_BYTES });
    const tally = await gradeStream(input, { stdout, stderr, rules, json: values.json === true });
    stderr.write(closingLine(tally));
    return tally.refused > 0 ? EXIT.someRefused : EXIT.graded;
  } catch (error) {
    if (hasCode(error, 'EPIPE')) return EXIT.graded;
    return refuse(messageOf(error));
  }
}

function rulesFrom(path: string): HouseRules {
  const read = readRulesFile(readFileSync(path, 'utf8'));
  if (read.ok) return read.value;
  throw new Error(
    `${path} is not a file of house rules:\n${read.problems.map(({ message }) => `  ${message}`).join('\n')}`,
  );
}

function closingLine({ graded, refused }: Tally): string {
  return `grade: ${graded} graded, ${refused} refused\n`;
}

function messageOf(error: unknown): string {
  if (hasCode(error, 'ENOENT')) return `there is no file ${error.path}`;
  if (hasCode(error, 'EISDIR')) return 'that is a folder, not a file';
  if (hasCode(error, 'EACCES')) return `no permission to read ${error.path}`;
  return error instanceof Error ? error.message : String(error);
}

// Told by shape: errors of the system are not always instances of this realm's Error.
function hasCode(error: unknown, code: string): error is NodeJS.ErrnoException {
  return typeof error === 'object' && error !== null && 'code' in error && error.code === code;
}
