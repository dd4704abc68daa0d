/** Columns of the readings format that the judgement uses. */
export const USED_COLUMNS = [
  'tag',
  'nominal_v',
  'construction',
  'rating_standard',
  'rating_a',
  'c20_ah',
  'rc_min',
  'taken_at',
  'temp_c',
  'temp_f',
  'case',
  'terminals',
  'level',
  'rest_min',
  'surface_removed',
  'ocv_v',
  'load_a',
  'load_s',
  'load_v',
  'load_temp_c',
  'recovery_min',
  'recovery_v',
  'charges_done',
] as const;

export type UsedColumn = (typeof USED_COLUMNS)[number];

/** Columns of the format that are carried through and reported as not yet used. */
export const UNUSED_COLUMNS: readonly string[] = [
  ...[1, 2, 3, 4, 5, 6].map((cell) => `sg_${cell}`),
  'sg_temp_c',
  ...[1, 2, 3, 4, 5, 6].map((cell) => `cell_${cell}_v`),
  'cond_value',
  'cond_unit',
  'cond_compensated',
  'charge3_a',
  'charge3_v',
  'crank_v',
  'crank_s',
  'crank_a',
];

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
