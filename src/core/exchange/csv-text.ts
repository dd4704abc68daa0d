import Papa from 'papaparse';

/** What a spreadsheet would run as a formula when it stands first in a cell, and what was made safe from that before. */
const FORMULA = /^'*[=+\-@\t\r]/;

/** A text that a spreadsheet shows and never runs: one that begins like a formula gets an apostrophe before it. */
export function defused(text: string): string {
  return FORMULA.test(text) ? `'${text}` : text;
}

/** The same for a cell that should hold a number: a minus before digits is no formula. */
export function defusedEntry(text: string): string {
  return /^[+-]?[\d.,]+$/.test(text) ? text : defused(text);
}

/** A cell as it was before `defused` made it safe for a spreadsheet. */
export function undefused(text: string): string {
  return text.startsWith("'") && FORMULA.test(text.slice(1)) ? text.slice(1) : text;
}

/** Rows as lines of CSV. Cells that people typed go through `defused` before; numbers may begin with a minus. */
export function csvText(rows: readonly (readonly string[])[]): string {
  return rows.length === 0 ? '' : `${Papa.unparse(rows as string[][])}\r\n`;
}
