import type { StepId } from '../../assessment/step-id';
import { CONSTRUCTIONS } from '../../battery/construction';
import { DUTIES } from '../../battery/duty';
import { NOMINAL_WORDS } from '../../battery/nominal-volts';
import { RATING_STANDARDS } from '../../battery/rating-standard';
import { CHARGE_COLUMNS } from '../../steps/charge/columns';
import type { ColumnFacts, ColumnPart } from '../../steps/columns';
import { CONDUCTANCE_COLUMNS } from '../../steps/conductance/columns';
import { CRANK_COLUMNS } from '../../steps/crank/columns';
import { DISCHARGE_COLUMNS } from '../../steps/discharge/columns';
import { HYDROMETER_COLUMNS } from '../../steps/hydrometer/columns';
import { INSPECT_COLUMNS } from '../../steps/inspect/columns';
import { LOAD_COLUMNS } from '../../steps/load/columns';
import { OPEN_CIRCUIT_COLUMNS } from '../../steps/open-circuit/columns';
import { RECOVERY_COLUMNS } from '../../steps/recovery/columns';
import { STAND_COLUMNS } from '../../steps/stand/columns';
import { THREE_MINUTE_COLUMNS } from '../../steps/three-minute/columns';

/** Columns that say which battery it is, when and how warm. */
const BATTERY_COLUMNS = {
  tag: { title: 'Tag' },
  nominal_v: { title: 'Nominal V', words: [...NOMINAL_WORDS].reverse() },
  construction: { title: 'Type', words: CONSTRUCTIONS },
  rating_standard: { title: 'Standard', words: RATING_STANDARDS },
  rating_a: { title: 'Rating, A' },
  c20_ah: { title: 'C20, Ah' },
  rc_min: { title: 'RC, min' },
  duty: { title: 'For', words: DUTIES },
  taken_at: { title: 'Taken at' },
  temp_c: { title: 'Temp, °C' },
  temp_f: { title: 'Temp, °F' },
} as const satisfies Record<string, ColumnFacts>;

/**
 * The columns of each step in the readings format, in the order in which it writes them; none where the format has no place
 * for what a step reads. A step that is left out does not compile.
 */
const STEP_COLUMNS = {
  inspect: INSPECT_COLUMNS,
  open_circuit: OPEN_CIRCUIT_COLUMNS,
  load: LOAD_COLUMNS,
  recovery: RECOVERY_COLUMNS,
  charge: CHARGE_COLUMNS,
  hydrometer: HYDROMETER_COLUMNS,
  conductance: CONDUCTANCE_COLUMNS,
  three_minute: THREE_MINUTE_COLUMNS,
  crank: CRANK_COLUMNS,
  stand: STAND_COLUMNS,
  discharge: DISCHARGE_COLUMNS,
  identify: null,
  complaint: null,
  vehicle: null,
  clean: null,
  top_up: null,
  settle: null,
  verdict: null,
} as const satisfies Record<StepId, ColumnPart<string> | null>;

export type AnyColumnPart = Exclude<(typeof STEP_COLUMNS)[StepId], null>;

export const COLUMN_PARTS: readonly AnyColumnPart[] = Object.values(STEP_COLUMNS).filter(
  (part) => part !== null,
);

/** What is said of a row as a whole, last. */
const ROW_COLUMNS = {
  forced: { title: 'Forced' },
} as const satisfies Record<string, ColumnFacts>;

type ColumnOf<P> = P extends ColumnPart<infer C> ? C : never;

export type UsedColumn = keyof typeof BATTERY_COLUMNS | ColumnOf<AnyColumnPart> | keyof typeof ROW_COLUMNS;

/** What each column is called and takes. */
export const COLUMN_FACTS = Object.assign(
  { ...BATTERY_COLUMNS },
  ...COLUMN_PARTS.map(({ columns }) => columns),
  ROW_COLUMNS,
) as Readonly<Record<UsedColumn, ColumnFacts>>;

/** Columns of the readings format that the judgement uses, in the order in which it writes them. */
export const USED_COLUMNS = Object.keys(COLUMN_FACTS) as readonly UsedColumn[];

/** Columns that no file can do without. */
export const NEEDED_COLUMNS: readonly UsedColumn[] = ['tag', 'construction'];

/** Columns that grading appends, in this order. */
export const APPENDED_COLUMNS = [
  'soc_pct',
  'soc_sd',
  'soh_pct',
  'soh_sd',
  'load_set_a',
  'load_limit_v',
  'load_margin_v',
  'verdict',
  'grade',
  'next_step',
  'reasons',
  'rules',
  'core',
] as const;
