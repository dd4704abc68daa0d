import Papa from 'papaparse';
import { assess } from '@/core/assessment/assess';
import { type BlockRows, cellsOf, walkRows } from '@/core/exchange/block-rows';
import { type CsvBlock, newlineOf } from '@/core/exchange/csv-blocks';
import { APPENDED_COLUMNS } from '@/core/exchange/readings-csv/columns';
import { BLANK_GRADES, gradedCells, gradedRecord } from '@/core/exchange/readings-csv/graded';
import type { Header } from '@/core/exchange/readings-csv/header';
import type { LabelsRead } from '@/core/exchange/readings-csv/label';
import { readCells } from '@/core/exchange/readings-csv/row';
import type { Problem } from '@/core/quantity/result';
import type { HouseRules } from '@/core/rules/house-rules';

/** What every block of a file is graded with. */
export interface Grading {
  readonly header: Header;
  readonly rules: HouseRules;
  readonly json: boolean;
  /** What was read of labels so far. */
  readonly labels: LabelsRead;
}

/** A graded block: what to write, what to complain of, how many rows went which way. */
export interface GradedBlock {
  readonly out: string;
  readonly complaints: string;
  readonly graded: number;
  readonly refused: number;
}

/** Grades a block of rows. `startsFile` says that its first row is the header. */
export function gradeBlock(
  block: CsvBlock,
  startsFile: boolean,
  { header, rules, json, labels }: Grading,
): GradedBlock {
  const rows = walkRows(block);
  const writeRow = rowWriter(block, header);
  let out = '';
  let complaints = '';
  let graded = 0;
  let refused = 0;
  if (startsFile && rows.next() && !json) out += writeRow(rows, APPENDED_COLUMNS);
  while (rows.next()) {
    const { line } = rows;
    const read = readCells(header, rows, labels);
    if (!read.ok) {
      refused++;
      complaints += complaintLines(line, read.problems, 'row refused');
      if (!json) out += writeRow(rows, BLANK_GRADES);
      continue;
    }
    graded++;
    const { tag, evidence, leftOut } = read.value;
    if (leftOut.length > 0) complaints += complaintLines(line, leftOut, 'row graded without it');
    const assessment = assess(evidence, rules);
    if (json) out += `${JSON.stringify(gradedRecord(line, tag, evidence, assessment, rules))}\n`;
    else out += writeRow(rows, gradedCells(assessment));
  }
  return { out, complaints, graded, refused };
}

function complaintLines(line: number, problems: readonly Problem[], outcome: string): string {
  return problems.map(({ message }) => `line ${line}, ${message} (${outcome})\n`).join('');
}

/**
 * Writes a row with its grades. Where nothing is quoted the row goes out letter for letter as it came in, which is also
 * by far the quickest; else each cell is written anew.
 */
function rowWriter({ text, delimiter }: CsvBlock, { replaced }: Header) {
  const end = newlineOf(text);
  const keepsAll = replaced.length === 0 && delimiter === ',';
  return (row: BlockRows, grades: readonly string[]) => {
    if (keepsAll && row.asItCame !== null) return `${row.asItCame},${grades.join()}${end}`;
    const kept = cellsOf(row).filter((_, index) => !replaced.includes(index));
    return `${Papa.unparse([[...kept, ...grades]])}${end}`;
  };
}
