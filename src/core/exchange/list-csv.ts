import type { ChangedRun } from '../assessment/compare-history';
import type { BatteryLabel } from '../battery/battery-label';
import type { ImportRecord, LotSummary } from './arrival-views';
import { csvText, defused } from './csv-text';
import { APPENDED_COLUMNS, USED_COLUMNS } from './readings-csv/columns';
import { gradedCells } from './readings-csv/graded';
import { writeRow } from './readings-csv/write';
import type { AssessmentRecord } from './views';

/** Columns of the list of batteries. Ratings stand in one cell, each with its standard. */
export const BATTERY_COLUMNS = [
  'tag',
  'construction',
  'nominal_v',
  'ratings',
  'c20_ah',
  'rc_min',
  'duty',
  'model',
  'place',
  'date_code',
  'fitted_on',
  'group',
  'warranty_to',
] as const;

/** A battery's label as cells of the list of batteries. */
export function batteryCells(label: BatteryLabel): string[] {
  const {
    tag,
    type,
    nominalVolts,
    ratings,
    c20Ah,
    rcMinutes,
    duty,
    model,
    place,
    dateCode,
    fittedOn,
    group,
    warrantyTo,
  } = label;
  return [
    defused(tag),
    type,
    String(nominalVolts),
    ratings.map(({ amps, standard }) => `${amps} ${standard}`).join('; '),
    String(c20Ah ?? ''),
    String(rcMinutes ?? ''),
    duty ?? '',
    ...[model, place, dateCode, fittedOn ?? '', group ?? '', warrantyTo ?? ''].map(defused),
  ];
}

/** Columns of the list of runs: the readings format with the grading after it. */
export const RUN_COLUMNS: readonly string[] = [...USED_COLUMNS, ...APPENDED_COLUMNS];

/** A finished run as a row of the readings format with what it was graded. */
export function runCells(
  tag: string,
  takenAtMs: number,
  { evidence, assessment }: AssessmentRecord,
): string[] {
  return [...writeRow(defused(tag), takenAtMs, evidence), ...gradedCells(assessment)];
}

/** Runs on which two sets of rules disagree, each with what either says and why, as a CSV file. */
export function changedRunsCsv(runs: readonly ChangedRun[]): string {
  const header = ['tag', 'taken_at', 'verdict_one', 'because_one', 'verdict_other', 'because_other', 'run'];
  return csvText([
    header,
    ...runs.map(({ runId, tag, atMs, one, other }) => [
      ...[defused(tag), new Date(atMs).toISOString(), one.verdict, one.because],
      ...[other.verdict, other.because, runId],
    ]),
  ]);
}

const day = (atMs: number | null) => (atMs === null ? '' : new Date(atMs).toISOString());

/** The imports as a CSV file. */
export function importsCsv(imports: readonly ImportRecord[]): string {
  const header = ['name', 'source', 'runs', 'new_batteries', 'made_at', 'undone_at', 'id'];
  return csvText([
    header,
    ...imports.map(({ name, source, runs, newBatteries, madeAtMs, undoneAtMs, id }) => [
      ...[defused(name), source, String(runs), String(newBatteries), day(madeAtMs), day(undoneAtMs), id],
    ]),
  ]);
}

/** The racks as a CSV file. */
export function lotsCsv(lots: readonly LotSummary[]): string {
  const header = ['name', 'rows', 'started_at', 'changed_at', 'stored', 'id'];
  return csvText([
    header,
    ...lots.map(({ name, batteries, startedAtMs, changedAtMs, importId, id }) => [
      ...[
        defused(name),
        String(batteries),
        day(startedAtMs),
        day(changedAtMs),
        importId === null ? 'no' : 'yes',
        id,
      ],
    ]),
  ]);
}
