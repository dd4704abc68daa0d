// A trial takes minutes; what it came to is recorded, with a print of each block of what was tried. Whoever goes through some of
// the blocks again and finds other prints knows that the record is of another core.
import { createHash } from 'node:crypto';
import { writeFileSync, writeSync } from 'node:fs';
import { join } from 'node:path';
import { bin, root, run } from './setup.mjs';

const rounded = (_name, value) => {
  if (value instanceof Set) return [...value].sort();
  return typeof value === 'number' ? Number(value.toFixed(3)) : value;
};

/** A print of what a block came to: another one where but one of those in it came to something else. */
export function printOf(block) {
  const hash = createHash('sha256');
  for (const tried of block) hash.update(JSON.stringify(tried, rounded));
  return hash.digest('hex').slice(0, 12);
}

/** The prints of all blocks of so many. */
export const printsOf = (all, size) =>
  Array.from({ length: Math.ceil(all.length / size) }, (_, at) =>
    printOf(all.slice(size * at, size * (at + 1))),
  );

/** With --replay, tells what some of the blocks come to now, and ends: `tryAt` tries one by its place. */
export function replayIfAsked(blocks, size, tryAt) {
  if (!process.argv.includes('--replay')) return;
  const prints = (one) =>
    blocks.map((block) => printOf(Array.from({ length: size }, (_, at) => one(size * block + at))));
  const found = Object.fromEntries(Object.entries(tryAt).map(([name, one]) => [name, prints(one)]));
  writeSync(1, JSON.stringify({ blocks, prints: found }));
  process.exit(0);
}

/** Writes what was found beside the page that tells of it. */
export function record(name, found) {
  const path = join(root, 'docs', `${name}.json`);
  writeFileSync(path, JSON.stringify(found));
  run(bin('biome'), ['format', '--write', path]);
}
