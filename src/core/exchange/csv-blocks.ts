import Papa from 'papaparse';

/** A piece of a CSV file that ends with the end of a row. */
export interface CsvBlock {
  readonly text: string;
  readonly delimiter: string;
  /** Line number on which it begins, counted from 1. */
  readonly firstLine: number;
}

/** The rows of a block, blank lines left out. */
export interface CsvRows {
  readonly cells: readonly (readonly string[])[];
  /** Line number on which each row begins. */
  readonly lines: readonly number[];
}

const BYTE_ORDER_MARK = '\uFEFF';
/** A row longer than this is a quote that was never closed. */
const LONGEST_ROW = 4_000_000;
const DELIMITERS = [',', ';', '\t'];

/** Thrown where a file cannot be read on as CSV; the message is for a person. */
export class UnreadableCsv extends Error {}

/**
 * Cuts a stream of text into blocks of whole rows, so that any file is read in bounded memory. The delimiter is taken
 * from the first row; a byte-order mark and either line ending are read; blank lines are passed over.
 */
export async function* csvBlocks(chunks: AsyncIterable<string>): AsyncGenerator<CsvBlock> {
  let rest = '';
  let line = 1;
  let delimiter: string | null = null;
  for await (const chunk of chunks) {
    if (chunk.includes('\0')) throw new UnreadableCsv('this is not a text file');
    rest += line === 1 && rest === '' && chunk.startsWith(BYTE_ORDER_MARK) ? chunk.slice(1) : chunk;
    const end = endOfLastRow(rest);
    if (end === 0) {
      if (rest.length > LONGEST_ROW)
        throw new UnreadableCsv(`line ${line}: a row that does not end; an open quote?`);
      continue;
    }
    const text = rest.slice(0, end);
    rest = rest.slice(end);
    delimiter ??= guessDelimiter(text);
    yield { text, delimiter, firstLine: line };
    line += countLines(text);
  }
  if (rest !== '') yield { text: rest, delimiter: delimiter ?? guessDelimiter(rest), firstLine: line };
}

/** Index just after the last line end that is not inside quotes; 0 when there is none. */
function endOfLastRow(text: string): number {
  if (!text.includes('"')) return text.lastIndexOf('\n') + 1;
  let end = 0;
  let quoted = false;
  for (let index = 0; index < text.length; index++) {
    const code = text.charCodeAt(index);
    if (code === QUOTE) quoted = !quoted;
    else if (code === NEWLINE && !quoted) end = index + 1;
  }
  return end;
}

const QUOTE = 34;
const NEWLINE = 10;

function countLines(text: string): number {
  let count = 0;
  for (let at = text.indexOf('\n'); at >= 0; at = text.indexOf('\n', at + 1)) count++;
  return count;
}

/** The delimiter of the first line that is not blank: the header row, whose names hold none themselves. */
function guessDelimiter(text: string): string {
  const header = text.split(/\r?\n/).find((line) => line.trim() !== '') ?? '';
  return Papa.parse(header, { delimitersToGuess: DELIMITERS }).meta.delimiter;
}

/** How the lines of a block end. */
export function newlineOf(text: string): '\r\n' | '\n' {
  return text.includes('\r\n') ? '\r\n' : '\n';
}

/** The rows of a block, each with the line that it begins on. */
export function rowsOf({ text, delimiter, firstLine }: CsvBlock): CsvRows {
  const parsed = Papa.parse<string[]>(text, { delimiter, newline: newlineOf(text) });
  const quoted = text.includes('"');
  const rows: string[][] = [];
  const lines: number[] = [];
  let line = firstLine;
  for (const cells of parsed.data) {
    if (!isBlank(cells)) {
      rows.push(cells);
      lines.push(line);
    }
    line += 1 + (quoted ? cells.reduce((sum, cell) => sum + countLines(cell), 0) : 0);
  }
  return { cells: rows, lines };
}

function isBlank(cells: readonly string[]): boolean {
  return cells.length === 1 && (cells[0] ?? '').trim() === '';
}
