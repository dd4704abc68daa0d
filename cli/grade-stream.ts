import { once } from 'node:events';
import type { Writable } from 'node:stream';
import { csvBlocks, rowsOf, UnreadableCsv } from '@/core/exchange/csv-blocks';
import { type Header, readHeader } from '@/core/exchange/readings-csv/header';
import { LabelsRead } from '@/core/exchange/readings-csv/label';
import type { HouseRules } from '@/core/rules/house-rules';
import { type Grading, gradeBlock } from './grade-block';
import { type Input, textOf } from './input';

interface Options {
  readonly stdout: Writable;
  readonly stderr: Writable;
  readonly rules: HouseRules;
  readonly json: boolean;
}

/** How many rows were graded and how many refused. */
export interface Tally {
  readonly graded: number;
  readonly refused: number;
}

/** Grades a stream of readings block by block, so that memory does not grow with the file. */
export async function gradeStream(input: Input, { stdout, stderr, rules, json }: Options): Promise<Tally> {
  const tally = { graded: 0, refused: 0 };
  let grading: Grading | null = null;
  for await (const block of csvBlocks(textOf(input))) {
    const startsFile = grading === null;
    if (!grading) {
      const [names] = rowsOf(block).cells;
      if (!names) continue;
      const header = takeHeader(names, stderr);
      grading = { header, rules, json, labels: new LabelsRead(header) };
    }
    const { out, complaints, graded, refused } = gradeBlock(block, startsFile, grading);
    tally.graded += graded;
    tally.refused += refused;
    await write(stdout, out);
    await write(stderr, complaints);
  }
  if (!grading) throw new UnreadableCsv('the file is empty: a header row is needed');
  return tally;
}

function takeHeader(cells: readonly string[], stderr: Writable): Header {
  const read = readHeader(cells);
  if (!read.ok) {
    const wrong = read.problems.map(({ message }) => `  ${message}`).join('\n');
    throw new UnreadableCsv(`the header row cannot be read:\n${wrong}`);
  }
  const { unknown, replaced } = read.value;
  if (unknown.length > 0) stderr.write(`grade: unknown columns, carried through: ${unknown.join(', ')}\n`);
  if (replaced.length > 0) stderr.write('grade: columns of an earlier grading are replaced\n');
  return read.value;
}

async function write(stream: Writable, text: string): Promise<void> {
  if (text !== '' && !stream.write(text)) await once(stream, 'drain');
}
