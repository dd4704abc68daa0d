import { spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';

/** Prints of the blocks of each kind of what was tried. */
type Prints = Readonly<Record<string, readonly string[]>>;

/** What a trial came to when its page in the docs was written. */
export function recordOf<T>(name: string): T & { readonly prints: Prints } {
  return JSON.parse(readFileSync(`docs/${name}.json`, 'utf8'));
}

/**
 * Goes through some blocks of a trial again, by the script that recorded it: their prints now, and as they were recorded. Where the two
 * differ, that script has to be run: its page in the docs and all that is held against its record are of another core.
 */
export function replay(
  script: string,
  recorded: Prints,
): { readonly now: Prints; readonly asRecorded: Prints } {
  const { stdout } = spawnSync(process.execPath, [`scripts/${script}.mjs`, '--replay'], { encoding: 'utf8' });
  const { blocks, prints: now } = JSON.parse(stdout) as {
    readonly blocks: readonly number[];
    readonly prints: Prints;
  };
  const asRecorded = Object.entries(recorded).map(([name, all]) => [
    name,
    blocks.map((block) => all[block] ?? 'none was recorded'),
  ]);
  return { now, asRecorded: Object.fromEntries(asRecorded) };
}
