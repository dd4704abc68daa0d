import type { Unit } from '../quantity/format';
import type { VehicleCheck } from './evidence';

/** Everything the judgement can say of a battery. `FINDING_SEVERITY` says how bad each is. */
export type FindingCode = keyof typeof FINDING_SEVERITY;

export type Severity = 'danger' | 'fault' | 'caution' | 'sound' | 'note';

/** The codes that files and reports carry, and how much each weighs. */
export const FINDING_SEVERITY = {
  case_cracked: 'danger',
  case_bulged: 'danger',
  case_leaking: 'danger',
  case_frozen: 'danger',
  sulphur_smell: 'danger',
  too_hot: 'danger',
  frozen_likely: 'danger',
  post_damaged: 'fault',
  sealed_dry: 'fault',
  cell_spread: 'fault',
  shorted_cell: 'fault',
  deeply_discharged: 'fault',
  takes_no_charge: 'fault',
  internal_leak: 'fault',
  will_not_hold: 'fault',
  sulphated: 'fault',
  fails_charged: 'fault',
  load_collapsed: 'fault',
  cell_gasses: 'fault',
  load_fails: 'fault',
  joint: 'fault',
  worn: 'fault',
  capacity_low: 'fault',
  terminals_corroded: 'caution',
  terminals_loose: 'caution',
  surface_leakage: 'caution',
  too_cold: 'caution',
  level_low: 'caution',
  charge_low: 'caution',
  surface_charge: 'caution',
  recovers_low: 'caution',
  recovery_due: 'caution',
  worn_recovery_due: 'caution',
  weak_undercharged: 'caution',
  worn_unconfirmed: 'caution',
  too_close: 'caution',
  methods_disagree: 'caution',
  health_beyond: 'caution',
  load_weak: 'caution',
  crank_low: 'caution',
  stand_low: 'caution',
  wrong_type_for_slot: 'caution',
  rating_below_slot: 'caution',
  drop_high: 'caution',
  regulated_low: 'caution',
  regulated_high: 'caution',
  draw_high: 'caution',
  caps_missing: 'caution',
  belt_worn: 'caution',
  fuse_blown: 'caution',
  hold_down_loose: 'caution',
  cells_uneven: 'caution',
  stratified: 'caution',
  ageing: 'caution',
  capacity_ageing: 'caution',
  capacity_unknown: 'caution',
  charge_before_discharge: 'caution',
  cold_for_discharge: 'caution',
  capacity_unconfirmed: 'caution',
  capacity_not_printed: 'caution',
  capacity_ungraded: 'caution',
  repeat_discharge: 'caution',
  charge_before_service: 'caution',
  charge_after_discharge: 'caution',
  charge_unknown: 'caution',
  slow_crank_unanswered: 'caution',
  still_charging: 'caution',
  repeat_open_circuit: 'caution',
  repeat_load: 'caution',
  repeat_cells: 'caution',
  repeat_three_minute: 'caution',
  power_unknown: 'caution',
  rating_unknown: 'caution',
  load_passes: 'sound',
  crank_holds: 'sound',
  three_minute_passes: 'sound',
  stand_holds: 'sound',
  vehicle_within: 'sound',
  capacity_sound: 'sound',
  sound: 'sound',
  not_inspected: 'note',
  temperature_assumed: 'note',
  rating_converted: 'note',
  rating_from_capacity: 'caution',
  amperes_corrected_twice: 'caution',
  load_below_gate: 'note',
  load_forced: 'note',
  load_scaled: 'note',
  load_at_full_charge: 'note',
  load_limit_lax: 'note',
  falls_late: 'note',
  drops_at_once: 'note',
  bank_sagged: 'note',
  inrush_deep: 'note',
  eye_low_charge: 'note',
  eye_low_level: 'note',
  load_scaled_far: 'note',
  load_not_usable: 'note',
  conductance_inconclusive: 'note',
  three_minute_not_usable: 'note',
  discharge_cut_short: 'note',
} as const satisfies Record<string, Severity>;

export const FINDING_CODES = Object.keys(FINDING_SEVERITY) as FindingCode[];

/** A number held against its limit. */
export interface Measured {
  readonly value: number;
  readonly limit: number;
  /** Value minus limit, signed so that positive is good. */
  readonly margin: number;
  /** Standard uncertainty of the value, in its unit. */
  readonly sd: number;
  readonly unit: Unit;
}

/** What one or more readings say against a limit, with the margin where there is one. */
export interface Finding {
  readonly code: FindingCode;
  readonly severity: Severity;
  readonly measured: Measured | null;
  /** Rests on a forced or uncertain reading, and so never retires a battery. */
  readonly indicative: boolean;
  /** Which measurement on the vehicle it is about, where several may say the same. */
  readonly check?: VehicleCheck;
}

/** A finding with its severity looked up. */
export function finding(code: FindingCode, measured: Measured | null = null, indicative = false): Finding {
  return { code, severity: FINDING_SEVERITY[code], measured, indicative };
}

/** A value held against a limit below which it is bad; where something else is in hand, by that margin. */
export function heldAgainst(
  value: number,
  limit: number,
  unit: Unit,
  sd = 0,
  margin = value - limit,
): Measured {
  return { value, limit, margin, sd, unit };
}
