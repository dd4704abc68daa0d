import type { StepId } from '../../assessment/step-id';
import type { Grade, Verdict } from '../../assessment/verdict';
import type { Construction } from '../../battery/construction';
import { CONSTRUCTIONS } from '../../battery/construction';
import { crankingRating } from '../../battery/cranking-rating';
import type { GoodRow } from '../import/import-reader';
import type { LotJudgement } from './judge-lot';
import { type LotStep, stepOfColumn } from './lot-grid';

/** What a rack's rows wait for: a verdict that ends the work, or the step that comes next. */
export type LotWork = Extract<Verdict, 'serve' | 'watch' | 'retire' | 'quarantine'> | StepId | 'mend';

/** Rows with the same thing to do. */
export interface WorkList {
  readonly work: LotWork;
  /** Indexes of the rows. */
  readonly rows: readonly number[];
}

/** What a row waits for. */
export function workOf(judgement: LotJudgement): LotWork | null {
  if (judgement.kind === 'blank') return null;
  if (judgement.kind === 'bad') return 'mend';
  const { verdict, next } = judgement.row.assessment;
  if (verdict === 'retire' || verdict === 'quarantine') return verdict;
  // One that serves as well but is low goes on charge before it goes anywhere.
  if (next !== null) return next;
  return verdict === 'serve' || verdict === 'watch' ? verdict : 'verdict';
}

/** Keep away first, then what wants hands in working order, then what is done. */
const WORK_ORDER: readonly LotWork[] = [
  'quarantine',
  'mend',
  'inspect',
  'clean',
  'top_up',
  'settle',
  'open_circuit',
  'hydrometer',
  'conductance',
  'load',
  'recovery',
  'three_minute',
  'charge',
  'stand',
  'crank',
  'vehicle',
  'identify',
  'complaint',
  'verdict',
  'retire',
  'watch',
  'serve',
];

/** Rows gathered by what they wait for. */
export function workLists(judged: readonly LotJudgement[]): WorkList[] {
  const works = judged.map(workOf);
  return WORK_ORDER.flatMap((work) => {
    const rows = works.flatMap((own, index) => (own === work ? [index] : []));
    return rows.length > 0 ? [{ work, rows }] : [];
  });
}

/** Batteries of one construction and about one rating, sorted into grades. */
export interface GradeGroup {
  readonly construction: Construction;
  /** SAE amperes from and to which the group reaches; null where no rating is known. */
  readonly amps: readonly [from: number, to: number] | null;
  readonly total: number;
  /** Rows of each grade; under '' those without one yet. */
  readonly rows: Readonly<Record<Grade | '', readonly number[]>>;
  /** Health of those that have one, percent, in the order of the rows. */
  readonly health: readonly number[];
}

/** Ratings are gathered in steps of this many SAE amperes, as they are stacked. Rule of the trade. */
const RATING_STEP_AMPS = 100;

/** A rack sorted by construction and rating, each group into its grades. */
export function gradeGroups(judged: readonly LotJudgement[]): GradeGroup[] {
  const groups = new Map<string, { row: GoodRow; step: number | null; members: [number, GoodRow][] }>();
  judged.forEach((judgement, index) => {
    if (judgement.kind !== 'good') return;
    const { row } = judgement;
    const rating = crankingRating(row.evidence.battery);
    const step = rating ? Math.floor(rating.saeAmps / RATING_STEP_AMPS) : null;
    const key = `${CONSTRUCTIONS.indexOf(row.evidence.battery.construction)} ${String(step ?? '').padStart(4, '0')}`;
    const group = groups.get(key) ?? { row, step, members: [] };
    group.members.push([index, row]);
    groups.set(key, group);
  });
  return [...groups.entries()]
    .sort(([one], [other]) => (one < other ? -1 : 1))
    .map(([, { row, step, members }]) => ({
      construction: row.evidence.battery.construction,
      amps: step === null ? null : [step * RATING_STEP_AMPS, (step + 1) * RATING_STEP_AMPS - 1],
      total: members.length,
      rows: byGrade(members),
      health: members.flatMap(([, { assessment }]) => assessment.estimates.health?.pct ?? []),
    }));
}

function byGrade(members: readonly [number, GoodRow][]): GradeGroup['rows'] {
  const of = (grade: Grade | '') =>
    members.flatMap(([index, { assessment }]) => ((assessment.grade ?? '') === grade ? [index] : []));
  return { A: of('A'), B: of('B'), C: of('C'), D: of('D'), X: of('X'), '': of('') };
}

/** What each list of work is called, after a count: "9 to charge". */
export const WORK_WORDS: Readonly<Record<LotWork, string>> = {
  quarantine: 'to quarantine',
  mend: 'with a wrong entry',
  inspect: 'to inspect',
  clean: 'to clean',
  top_up: 'to top up',
  settle: 'to settle',
  open_circuit: 'to read open voltage',
  hydrometer: 'to read with the hydrometer',
  conductance: 'to test by conductance',
  load: 'to load test',
  recovery: 'to watch recover',
  three_minute: 'to charge for three minutes',
  charge: 'to charge',
  stand: 'to stand for a day',
  discharge: 'to discharge for their capacity',
  crank: 'to crank',
  vehicle: 'to check in the vehicle',
  identify: 'to identify',
  complaint: 'to ask about',
  verdict: 'to look at again',
  retire: 'to retire',
  watch: 'to serve and watch',
  serve: 'back to service',
};

/** The grid’s step in which the first bad entry of some rows stands; null where it stands in no column. */
export function stepToMend(judged: readonly LotJudgement[], rows: readonly number[]): LotStep | null {
  for (const at of rows) {
    const judgement = judged[at];
    if (judgement?.kind !== 'bad') continue;
    const step = judgement.problems.map(({ field }) => stepOfColumn(field)).find((found) => found !== null);
    if (step) return step;
  }
  return null;
}

/** The grid’s step in which a list of work is typed; null where nothing is typed for it. */
export function stepForWork(work: LotWork): LotStep | null {
  switch (work) {
    case 'inspect':
    case 'clean':
    case 'top_up':
      return 'inspect';
    case 'settle':
    case 'open_circuit':
      return 'open';
    case 'conductance':
    case 'load':
    case 'recovery':
    case 'discharge':
      return work;
    case 'charge':
    case 'three_minute':
      return 'recovery';
    case 'hydrometer':
      return 'cells';
    case 'crank':
      return 'crank';
    default:
      return null;
  }
}
