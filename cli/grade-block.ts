import Papa from 'papaparse';
import { assess } from '@/core/assessment/assess';
import { type CsvBlock, rowsOf } from '@/core/exchange/csv-blocks';
import { APPENDED_COLUMNS } from '@/core/exchange/readings-csv/columns';
import { BLANK_GRADES, gradedCells, gradedRecord } from '@/core/exchange/readings-csv/graded';
import type { Header } from '@/core/exchange/readings-csv/header';
import { readRow } from '@/core/exchange/readings-csv/row';
import type { Problem } from '@/core/quantity/result';
import type { HouseRules } from '@/core/rules/house-rules';

/** What every block of a file is graded with. */
export interface Grading {
  readonly header: Header;
  readonly rules: HouseRules;
  readonly json: boolean;
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
  { header, rules, json }: Grading,
): GradedBlock {
  const { cells: rows, lines } = rowsOf(block);
  const writeRow = rowWriter(block, header);
  let out = startsFile && !json ? writeRow(rows[0] ?? [], lines[0] ?? 0, APPENDED_COLUMNS) : '';
  let complaints = '';
  let graded = 0;
  let refused = 0;
  for (let index = startsFile ? 1 : 0; index < rows.length; index++) {
    const cells = rows[index] ?? [];
    const line = lines[index] ?? 0;
    const read = readRow(header, cells);
    if (!read.ok) {
      refused++;
      complaints += complaintLines(line, read.problems, 'row refused');
      if (!json) out += writeRow(cells, line, BLANK_GRADES);
      continue;
    }
    graded++;
    const { tag, evidence, leftOut } = read.value;
    if (leftOut.length > 0) complaints += complaintLines(line, leftOut, 'row graded without it');
    const assessment = assess(evidence, rules);
    if (json) out += `${JSON.stringify(gradedRecord(line, tag, evidence, assessment, rules))}\n`;
    else out += writeRow(cells, line, gradedCells(assessment));
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
function rowWriter({ text, delimiter, firstLine }: CsvBlock, { replaced }: Header) {
  const end = text.includes('\r\n') ? '\r\n' : '\n';
  if (replaced.length === 0 && delimiter === ',' && !text.includes('"')) {
    const asItCame = text.split(end);
    return (_cells: readonly string[], line: number, grades: readonly string[]) =>
      `${asItCame[line - firstLine]},${grades.join()}${end}`;
  }
  return (cells: readonly string[], _line: number, grades: readonly string[]) => {
    const kept = replaced.length === 0 ? cells : cells.filter((_, index) => !replaced.includes(index));
    return `${Papa.unparse([[...kept, ...grades]])}${end}`;
  };
}
