import { type CopyReport, copyName } from '../src/core/exchange/copies';
import { checkFile, foundIn, isHeld } from './check-file';
import { copyInto, putBack } from './copy-file';

/**
 * The commands that make, look at and put back copies of a database, each in a process of its own: a damaged file can
 * end the process that reads it, and that must not be the server.
 *
 * `check FILE` says `ok` or what is wrong with a database before a server opens it. `backup FILE FOLDER` makes a copy,
 * also while a server writes. `verify FILE` reads all of a copy. `restore COPY FILE` puts one back and keeps what was
 * there. Each exits 0, or 1 with what is wrong on standard error.
 */
export async function runKeep(args: readonly string[]): Promise<number> {
  const [command, one, two] = args.filter((word) => !word.startsWith('--'));
  const say = (report: CopyReport) => {
    process.stdout.write(args.includes('--json') ? JSON.stringify(report) : `${wordsFor(report)}\n`);
    return 0;
  };
  try {
    if (command === 'check' && one) {
      process.stdout.write(await checkFile(one, args.includes('--deep')));
      return 0;
    }
    if (command === 'backup' && one && two) return say(await copyInto(one, two, copyName(Date.now())));
    if (command === 'verify' && one) return say(await foundIn(one));
    if (command === 'restore' && one && two) {
      // A server that has let go of its file says so itself.
      if (!args.includes('--alone') && (await isHeld(two)))
        throw new Error(`Integra runs on ${two}: stop it first, or put the copy back on its Files screen.`);
      return say(await putBack(one, two, Date.now()));
    }
    throw new Error('check FILE, backup FILE FOLDER, verify FILE or restore COPY FILE');
  } catch (error) {
    process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
    return 1;
  }
}

function wordsFor({ name, bytes, batteries, runs, readings, before }: CopyReport): string {
  const megabytes = (bytes / 1_000_000).toFixed(1);
  const kept = before === null ? '' : ` What was there before is kept as ${before}.`;
  return `${name}: ${megabytes} MB, ${batteries} batteries, ${runs} runs, ${readings} readings, looked at and sound.${kept}`;
}
