// Tries the reading of recorded starts on a thousand by chance and writes their figures into docs/recordings.md, below its heading,
// and the record of them.
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { loadCore } from './core.mjs';
import { printOf, record, replayIfAsked } from './recorded-trial.mjs';
import { root } from './setup.mjs';

const TRIED = 1000;
const SEED = 100_000;
const MARK = '<!-- figures -->';
/** Starts that share a print, and which of those blocks are gone through again by the tests. */
const BLOCK = 20;
const REPLAYED = [0];

const { recordingTrial, tryStart } = await loadCore('scripts/recordings.core.ts');

/** What was read off a start: what it was is in its seed, and a recording is too long to be kept. */
const readOff = ({ seed, examined: { features, cranks, problems } }) => ({
  seed,
  features,
  cranks,
  problems,
});

replayIfAsked(REPLAYED, BLOCK, { starts: (at) => readOff(tryStart(SEED + at)) });

const prints = [];
function* starts() {
  let block = [];
  for (let at = 0; at < TRIED; at++) {
    const tried = tryStart(SEED + at);
    block.push(readOff(tried));
    if (block.length === BLOCK) {
      prints.push(printOf(block));
      block = [];
    }
    yield tried;
  }
}

const trial = recordingTrial(starts());
const { features, attemptsWrong, phase, weak } = trial;
record('recordings', { found: trial, prints: { starts: prints } });
const shown = ({ isShare }, value) => (isShare ? `${(100 * value).toFixed(1)} %` : value.toFixed(3));
const lines = [
  `On ${TRIED} starts by chance, 100 to 100,000 samples a second:`,
  '',
  '| feature | there and found | missed | found where it is not | off by, middle | 95 of 100 within | most | within two standard deviations |',
  '| --- | --- | --- | --- | --- | --- | --- | --- |',
  ...features.map(
    (one) =>
      `| \`${one.name}\` | ${one.found} | ${one.missed} | ${one.ghosts} of ${one.absent} | ${shown(one, one.off.middle)} | ${shown(one, one.off.p95)} | ${shown(one, one.off.most)} | ${(100 * one.held).toFixed(0)} % |`,
  ),
  '',
  `Attempts counted wrong: ${attemptsWrong}. A missing phase, at 5,000 samples a second and more: of ${phase.asked} ${phase.right} told right, ${phase.wrong} wrong, ${phase.untold} not told.`,
  `A weak cylinder of 15 to 40 %: of ${weak.there} that the recording could tell ${weak.found} were found; of ${weak.none} engines without one ${weak.ghosts} were said to have one. In ${weak.untold} recordings the cylinders came too seldom, or too coarsely, to say anything.`,
];
const path = join(root, 'docs/recordings.md');
const [before] = readFileSync(path, 'utf8').split(MARK);
writeFileSync(path, `${before}${MARK}\n\n${lines.join('\n')}\n`);
