import { STANDARD_RULES } from '../rules/standard-rules';
import type { FindingCode } from './finding';
import { FINDING_FACTS } from './finding-facts';

const ALL = Object.entries(FINDING_FACTS) as [FindingCode, (typeof FINDING_FACTS)[FindingCode]][];

/** Findings that are held against no figure of the house: seen, asked, said, or settled by the procedure. */
const HELD_AGAINST_NOTHING = new Set<FindingCode>([
  'case_cracked',
  'case_bulged',
  'case_leaking',
  'case_frozen',
  'sulphur_smell',
  'post_damaged',
  'sealed_dry',
  'takes_no_charge',
  'load_collapsed',
  'cell_gasses',
  'terminals_corroded',
  'terminals_loose',
  'level_low',
  'health_beyond',
  'wrong_type_for_slot',
  'rating_below_slot',
  'caps_missing',
  'belt_worn',
  'fuse_blown',
  'hold_down_loose',
  'capacity_unknown',
  'charge_before_discharge',
  'cold_for_discharge',
  'capacity_not_printed',
  'repeat_discharge',
  'discharge_cut_short',
  'charge_after_discharge',
  'charge_unknown',
  'slow_crank_unanswered',
  'still_charging',
  'repeat_open_circuit',
  'repeat_load',
  'repeat_cells',
  'repeat_three_minute',
  'power_unknown',
  'rating_unknown',
  'vehicle_within',
  'not_inspected',
  'temperature_assumed',
  'rating_converted',
  'rating_from_capacity',
  'amperes_corrected_twice',
  'load_forced',
  'load_scaled',
  'falls_late',
  'drops_at_once',
  'bank_sagged',
  'eye_low_charge',
  'eye_low_level',
]);

const figureAt = (path: string): unknown =>
  path
    .split('/')
    .reduce<unknown>(
      (found, key) =>
        typeof found === 'object' && found !== null ? (found as Record<string, unknown>)[key] : undefined,
      STANDARD_RULES,
    );

it.each(ALL)(
  '%s rests on a step, and names figures of the house that there are',
  (code, { steps, limits, source }) => {
    expect(steps.length).toBeGreaterThan(0);
    expect(source).not.toBe('');
    for (const path of limits) expect(figureAt(path)).toBeDefined();
    expect(limits.length === 0).toBe(HELD_AGAINST_NOTHING.has(code));
  },
);
