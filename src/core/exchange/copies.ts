/** A copy of the database in the folder of copies. */
export interface CopyRecord {
  readonly name: string;
  readonly bytes: number;
  readonly madeAtMs: number;
}

/** What making, looking at or putting back a copy came to. */
export interface CopyReport {
  readonly name: string;
  readonly bytes: number;
  readonly batteries: number;
  readonly runs: number;
  readonly readings: number;
  /** Where what was there before is kept; null where nothing was put back. */
  readonly before: string | null;
  /** The first entry of its journal that is not as it was written; null where all are. */
  readonly journalBrokenAt: number | null;
}

/** Names of copies carry their moment in UTC, so that they sort by it. */
export const COPY_NAME = /^integra-\d{8}-\d{6}(-\d+)?\.db$/;

/**
 * The name of a copy made at a moment.
 * @example copyName(Date.UTC(2026, 10, 26, 22, 43)) === 'integra-20261126-224300.db'
 */
export function copyName(atMs: number): string {
  const [day = '', time = ''] = new Date(atMs).toISOString().slice(0, 19).split('T');
  return `integra-${day.replaceAll('-', '')}-${time.replaceAll(':', '')}.db`;
}
