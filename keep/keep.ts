import { type CopyReport, copyName } from '../src/core/exchange/copies';
import { checkFile, foundIn, isHeld, lookingAt } from './check-file';
import { journalIn } from './check-journal';
import { copyInto, putBack } from './copy-file';

/**
 * The commands that make, look at and put back copies of a database, each in a process of its own: a damaged file can
 * end the process that reads it, and that must not be the server.
 *
 * `check FILE` says `ok` or what is wrong with a database before a server opens it. `backup FILE FOLDER` makes a copy,
 * also while a server writes. `verify FILE` reads all of a copy. `restore COPY FILE` puts one back and keeps what was
 * there. `journal FILE` holds the journal against its hashes. Each exits 0, or 1 with what is wrong on standard error.
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
    if (command === 'backup' && one && two) {
      const kind = args.includes('--night') ? 'night' : 'hand';
      return say(await copyInto(one, two, copyName(Date.now(), kind)));
    }
    if (command === 'verify' && one) return say(await foundIn(one));
    if (command === 'journal' && one) return await tellJournal(one);
    if (command === 'restore' && one && two) {
      // A server that has let go of its file says so itself.
      if (!args.includes('--alone') && (await isHeld(two)))
        throw new Error(`Integra runs on ${two}: stop it first, or put the copy back on its Files screen.`);
      return say(await putBack(one, two, Date.now()));
    }
    throw new Error('check FILE, backup FILE FOLDER, verify FILE, journal FILE or restore COPY FILE');
  } catch (error) {
    process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
    return 1;
  }
}

function wordsFor({ name, bytes, batteries, runs, readings, before, journalBrokenAt }: CopyReport): string {
  const megabytes = (bytes / 1_000_000).toFixed(1);
  const kept = before === null ? '' : ` What was there before is kept as ${before}.`;
  const journal =
    journalBrokenAt === null
      ? ''
      : ` Its journal is broken at entry ${journalBrokenAt}: npm run verify says more.`;
  return `${name}: ${megabytes} MB, ${batteries} batteries, ${runs} runs, ${readings} readings, looked at and sound.${journal}${kept}`;
}

/** Says that a journal is as it was written, with the hash of its end, or names the first entry that is not. */
async function tellJournal(file: string): Promise<number> {
  const client = await lookingAt(file);
  const { entries, hash, broken } = await journalIn(client);
  client.close();
  if (broken) {
    process.stderr.write(
      `The journal is broken at entry ${broken.number}: ${broken.why}. ${entries} before it are sound.\n`,
    );
    return 1;
  }
  process.stdout.write(`The journal is sound: ${entries} entries, the last ${hash}.\n`);
  return 0;
}
