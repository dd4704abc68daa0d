/** What comes in, what it was gathered from, and what it came to: files, racks, lists and whole sites. */

import type { UsedColumn } from './readings-csv/columns';

/** Where rows came in from. */
export type ImportSource = 'file' | 'lot' | 'run_file' | 'site_file';

/**
 * How far an import is: its rows come in by stretches (`arriving`) and are seen once all are there (`in`); taken back,
 * they are kept out of sight; what was stopped half way never was seen and is cleared away.
 */
export type ArrivalState = 'arriving' | 'in' | 'taken_back' | 'stopped';

/** Rows that came in together, and whether they were taken back. */
export interface ImportRecord {
  readonly id: string;
  readonly source: ImportSource;
  readonly state: ArrivalState;
  readonly name: string;
  readonly runs: number;
  readonly newBatteries: number;
  readonly madeAtMs: number;
  readonly madeById: string;
  readonly undoneAtMs: number | null;
  readonly undoneById: string | null;
}

/** One battery of a rack: what was typed, by column of the readings format. */
export type LotRow = Readonly<Partial<Record<UsedColumn, string>>>;

/** A rack being graded. */
export interface LotRecord {
  readonly id: string;
  readonly name: string;
  readonly rows: readonly LotRow[];
  readonly revision: number;
  readonly startedAtMs: number;
  readonly startedById: string;
  readonly changedAtMs: number;
  /** The import that it was stored by; null while it is being graded. */
  readonly importId: string | null;
  /** The house rules that it is judged by, until somebody says otherwise; those of today where none are named. */
  readonly rulesId?: string | null;
  readonly rulesVersion?: number | null;
}

/** A rack in a list. */
export interface LotSummary extends Omit<LotRecord, 'rows' | 'rulesId' | 'rulesVersion'> {
  readonly batteries: number;
}

/** What a list of batteries comes to: how many are new, how many are registered already and stay, which rows are refused. */
export interface BatteryListTally {
  readonly fresh: number;
  readonly known: number;
  readonly refusedCount: number;
  /** The first of those that are refused. */
  readonly refused: readonly { readonly line: number; readonly tag: string; readonly why: string }[];
  /** Names of columns that have no place in a label. */
  readonly leftAside: readonly string[];
}

/** What the file of a site or a run would add, and what of it is there already. */
export interface SiteTally {
  readonly technicians: number;
  readonly rules: number;
  readonly batteries: number;
  readonly runs: number;
  readonly lots: number;
  /** Runs that the site has already: they stay as they are. */
  readonly knownRuns: number;
  /** What the file says was left out when it was written, since it could not have been brought back. */
  readonly leftOut: readonly string[];
}
