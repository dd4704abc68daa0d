import { type Problem, problem } from '../../quantity/result';

/** What one file of readings may hold. Past it a file is refused at once, however long it would take to read. */
export const IMPORT_LIMITS = { bytes: 100_000_000, rows: 100_000, columns: 200 } as const;

/** What one list of batteries may hold, which is read in one piece. */
export const LIST_LIMITS = { bytes: 3_000_000 } as const;

/** The complaint about a file that is larger than is read; null for one that is not. */
export function tooLarge(bytes: number, limit: number): Problem | null {
  if (bytes <= limit) return null;
  const megabytes = (size: number) => `${(size / 1_000_000).toFixed(0)} MB`;
  return problem(
    'file',
    megabytes(bytes),
    `at most ${megabytes(limit)}: split it, or check that it is the right file`,
  );
}

/** The complaint about a file with more rows than are taken at once. */
export function tooManyRows(): Problem {
  return problem('rows', `more than ${IMPORT_LIMITS.rows}`, `at most ${IMPORT_LIMITS.rows}: split the file`);
}
