import { readFileSync } from 'node:fs';
import type { Readable, Writable } from 'node:stream';
import { type ParseArgsConfig, parseArgs } from 'node:util';
import type { HouseRules } from '@/core/rules/house-rules';
import { STANDARD_RULES } from '@/core/rules/standard-rules';
import { bytesOf, type Input } from './input';

/** How every command ends. */
const EXIT = { allDone: 0, someRefused: 1, nothingRead: 2 } as const;

export interface Streams {
  readonly stdin: Readable;
  readonly stdout: Writable;
  readonly stderr: Writable;
}

type Options = NonNullable<ParseArgsConfig['options']>;
type Values<O extends Options> = ReturnType<
  typeof parseArgs<{ readonly options: O; readonly allowPositionals: true }>
>['values'];

/** What became of a file: how many rows were refused, and the closing words. */
export interface Outcome {
  readonly refused: number;
  readonly told: string;
}

/** A command that reads one file, or standard input, and writes what it makes of it. */
export interface FileCommand<O extends Options> {
  readonly name: string;
  /** What is printed for `--help`, and where the arguments are wrong. */
  readonly usage: string;
  readonly options: O;
  /** Bytes that are read from the file at once, where it matters. */
  readonly blockBytes?: number;
  run(input: Input, values: Values<O>, streams: Streams): Promise<Outcome>;
}

/** The options that every command understands. */
const HELP = { help: { type: 'boolean', short: 'h' } } as const;

/** Makes a command of its parts: arguments and streams in, exit code out; what is wrong is told in one voice. */
export function fileCommand<const O extends Options>(command: FileCommand<O>) {
  return async (args: readonly string[], streams: Streams): Promise<number> => {
    const refuse = (message: string) => {
      streams.stderr.write(`${command.name}: ${message}\n`);
      return EXIT.nothingRead;
    };
    try {
      const { help, file, others, values } = argumentsOf(command, args);
      if (help) {
        streams.stdout.write(command.usage);
        return EXIT.allDone;
      }
      if (file === undefined || others > 0)
        return refuse(`one file is needed, - for standard input\n\n${command.usage}`);
      const { refused, told } = await command.run(inputFrom(file, command, streams), values, streams);
      streams.stderr.write(`${command.name}: ${told}\n`);
      return refused > 0 ? EXIT.someRefused : EXIT.allDone;
    } catch (error) {
      if (hasCode(error, 'EPIPE')) return EXIT.allDone;
      return refuse(messageOf(error));
    }
  };
}

function argumentsOf<O extends Options>({ options }: FileCommand<O>, args: readonly string[]) {
  const asked = parseArgs({ args: [...args], allowPositionals: true, options: { ...options, ...HELP } });
  const [file, ...others] = asked.positionals;
  const { help, ...values } = asked.values as Values<O> & { readonly help?: boolean };
  return { help, file, others: others.length, values: values as unknown as Values<O> };
}

function inputFrom(
  file: string,
  { blockBytes }: { readonly blockBytes?: number },
  { stdin }: Streams,
): Input {
  return file === '-' ? stdin : bytesOf(file, blockBytes);
}

/** House rules from the file that an option names, else the standard ones; throws what is wrong with it. */
export async function rulesFrom(path: string | undefined): Promise<HouseRules> {
  if (path === undefined) return STANDARD_RULES;
  // What checks a file of rules is more than half of all that a command would load.
  const { readRulesFile } = await import('@/core/exchange/rules-file');
  const read = readRulesFile(readFileSync(path, 'utf8'));
  if (read.ok) return read.value;
  throw new Error(
    `${path} is not a file of house rules:\n${read.problems.map(({ message }) => `  ${message}`).join('\n')}`,
  );
}

/** What went wrong, for whoever typed the command. */
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
