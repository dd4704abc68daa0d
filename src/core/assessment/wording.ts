import { DANGER_TITLES } from './danger-words';
import type { VehicleCheck } from './evidence';
import type { Finding, FindingCode } from './finding';
import type { Verdict } from './verdict';

/** Each finding in a few words, for lists, tables and the run sheet. */
export const FINDING_TITLES: Readonly<Record<FindingCode, string>> = {
  ...DANGER_TITLES,
  post_damaged: 'Post damaged or loose in the case',
  sealed_dry: 'Sealed type has dried out',
  cell_spread: 'One cell far from the others',
  shorted_cell: 'Looks like a shorted cell',
  deeply_discharged: 'Deeply discharged',
  will_not_hold: 'Does not take or hold a charge',
  sulphated: 'Sulphated',
  fails_charged: 'Fails the load although charged',
  load_fails: 'Load test below the limit',
  worn: 'Health below the limit',
  terminals_corroded: 'Terminals corroded',
  terminals_loose: 'Terminals loose',
  too_cold: 'Too cold to judge',
  level_low: 'Electrolyte low',
  charge_low: 'Charge below the load-test gate',
  surface_charge: 'Surface charge suspected',
  recovers_low: 'Open voltage stays low after the load',
  recovery_due: 'Failed the load; recovery not seen yet',
  worn_recovery_due: 'Passed the load, but worn; recovery not seen yet',
  weak_undercharged: 'Weak, but not fully charged',
  worn_unconfirmed: 'Health near the limit by one method',
  too_close: 'Too close to call',
  methods_disagree: 'Two tests tell different stories',
  health_beyond: 'Better than new: something is taken for what it is not',
  crank_low: 'Cranking voltage below the limit',
  cells_uneven: 'Cells uneven: equalise, look again',
  stratified: 'Acid stratified',
  capacity_low: 'Capacity low',
  capacity_ageing: 'Capacity falling',
  capacity_unknown: 'Capacity not tested yet',
  capacity_unconfirmed: 'Took little charge: discharge it',
  charge_before_discharge: 'Not full yet for its discharge',
  cold_for_discharge: 'Too cold for its discharge',
  capacity_not_printed: 'No capacity printed',
  capacity_ungraded: 'Enough capacity left, not how much',
  capacity_sound: 'Capacity good',
  repeat_discharge: 'Discharge was forced',
  discharge_cut_short: 'Discharge ended too early to tell',
  ageing: 'Ageing',
  charge_before_service: 'Charge too low for service',
  charge_after_discharge: 'Emptied by its discharge',
  amperes_corrected_twice: 'Amperes of a tester corrected once more',
  joint: 'A joint inside opens under load',
  slow_crank_unanswered: 'Slow cranking not answered yet',
  charge_unknown: 'Charge unknown',
  still_charging: 'Something still charges it',
  repeat_open_circuit: 'Open-circuit reading was forced',
  repeat_load: 'Load test does not decide',
  repeat_cells: 'Cell reading was forced',
  repeat_three_minute: 'Three-minute charge was forced',
  power_unknown: 'No test of power yet',
  rating_unknown: 'No rating or capacity known',
  load_passes: 'Load test at or above the limit',
  crank_holds: 'Cranking voltage at or above the limit',
  three_minute_passes: 'Three-minute voltage within its limit',
  sound: 'Health good',
  not_inspected: 'Not inspected',
  temperature_assumed: 'Temperature not measured: 25 °C assumed',
  rating_converted: 'Rating converted from another standard: ±7\u00A0%',
  rating_from_capacity: 'Rating guessed from capacity: ±20\u00A0%; a laxer test',
  load_below_gate: 'Loaded below the charge gate: a pass counts, a fail does not',
  load_forced: 'Load test forced: indicative',
  load_scaled: 'Brought to the rated load and time',
  load_at_full_charge: 'Load test brought to full charge',
  load_scaled_far: 'Load far from the rated one: indicative',
  load_not_usable: 'Load test not usable',
  conductance_inconclusive: 'Conductance not conclusive here',
  three_minute_not_usable: 'Three-minute charge not usable',
  takes_no_charge: 'Takes no charge',
  internal_leak: 'Leaks away within a day',
  load_collapsed: 'Collapsed under load',
  cell_gasses: 'A cell gassed violently under load',
  surface_leakage: 'Current leaks across the top',
  load_weak: 'Weak under load',
  stand_low: 'Rested voltage below that of a sound battery',
  stand_holds: 'Holds its voltage standing',
  wrong_type_for_slot: 'Not the construction that its slot asks for',
  rating_below_slot: 'Rated below what its slot asks for',
  drop_high: 'Voltage drop above the limit',
  regulated_low: 'Regulated voltage low',
  regulated_high: 'Regulated voltage high',
  draw_high: 'Parasitic draw above the limit',
  vehicle_within: 'Vehicle check within its limit',
  caps_missing: 'A cap is missing or cracked',
  belt_worn: 'Belt worn',
  fuse_blown: 'Fuse blown',
  hold_down_loose: 'Not held down',
  load_limit_lax: 'Against 3 × C20 the limit is lax',
  falls_late: 'Still falling at the end of the load: points at capacity',
  drops_at_once: 'Dropped at once, then flat: points at a resistance',
  bank_sagged: 'The bank sagged: its current at the end counts',
  inrush_deep: 'Deep dip as the starter bit',
  eye_low_charge: 'Indicator eye: low charge, one cell only',
  eye_low_level: 'Indicator eye: low level, one cell only',
};

/** What was measured on the vehicle, as the subject of what several measurements may say alike. */
const MEASURED: Readonly<Record<VehicleCheck, string>> = {
  side_drop: 'Drop along a side',
  joint_drop: 'Drop across a joint',
  clamp_drop: 'Drop from post to clamp',
  regulated: 'Regulated voltage',
  draw: 'Parasitic draw',
};

/** A finding in a few words; one that several measurements on the vehicle may share names the one. */
export function findingTitle({ code, check }: Pick<Finding, 'code' | 'check'>): string {
  if (check && code === 'drop_high') return `${MEASURED[check]} above the limit`;
  if (check && code === 'vehicle_within') return `${MEASURED[check]} within its limit`;
  return FINDING_TITLES[code];
}

/** Why the verdict is what it is, in a sentence that a customer can be told, by the finding that decides. */
const BECAUSE: Readonly<Partial<Record<FindingCode, string>>> = {
  case_cracked: 'The case is cracked. Acid and gas can escape.',
  case_bulged: 'The case is bulged. It has frozen, overheated or gassed.',
  case_leaking: 'The case is leaking acid.',
  case_frozen: 'The battery is frozen. Charging or loading it can burst it.',
  sulphur_smell: 'It smells of rotten eggs: it has been overcharged or has a failing cell.',
  too_hot: 'It is hotter than any battery should be.',
  frozen_likely: 'At this charge and temperature the electrolyte may be frozen.',
  post_damaged: 'A post is damaged or loose in the case. It cannot carry a starting current safely.',
  sealed_dry: 'A sealed type that shows a low level has dried out and cannot be refilled.',
  cell_spread: 'One cell stays far behind or ahead of the others.',
  shorted_cell: 'The rested voltage lies about one cell below a flat battery.',
  deeply_discharged: 'The rested voltage lies below that of a flat battery.',
  will_not_hold: 'It stays below the load-test gate although it was charged in full.',
  fails_charged: 'The charge is there, but the voltage falls below the limit under load.',
  worn: 'It can no longer give the cranking current that it is rated for.',
  terminals_corroded: 'Nothing read through corroded terminals can be believed.',
  terminals_loose: 'Nothing read through loose terminals can be believed.',
  too_cold: 'It is too cold for any reading to be judged. Bring it indoors and let it warm through.',
  level_low: 'The plates need water before anything else. Then charge, then test.',
  charge_low: 'It is too low to be load tested. It may only need a charge.',
  surface_charge: 'The voltage may be a surface charge. Let it settle, then read again.',
  recovers_low: 'It fell below the limit and its open voltage does not come back: it is short of charge.',
  recovery_due: 'It fell below the limit. Whether charge or power is missing shows in the next minutes.',
  worn_recovery_due:
    'It held the limit, and what it gave still leaves too little health. Whether charge or power is missing shows in the next minutes.',
  weak_undercharged: 'It looks weak, but it is not charged enough to be condemned for that.',
  capacity_low: 'It cranks, but holds too little: much of its plates’ mass is gone.',
  capacity_ageing: 'It holds less than it did: it works for a shorter time than its label says.',
  capacity_unknown: 'It works for hours, and nobody has seen yet for how long: discharge it.',
  charge_before_discharge: 'What it holds is told from full: charge it, then discharge it.',
  cold_for_discharge:
    'Cold plates give little: let it warm through indoors, read it again, then discharge it.',
  capacity_unconfirmed:
    'It took less charge than one that holds enough; how much it holds a discharge settles.',
  capacity_not_printed: 'Without a capacity on its label there is nothing to hold a discharge against.',
  capacity_ungraded: 'It holds enough to work on. A full discharge would tell how much.',
  capacity_sound: 'It holds what its label says.',
  repeat_discharge: 'The discharge was forced and cannot condemn a battery.',
  ageing: 'It still does its work, with less in hand than a good one.',
  charge_before_service: 'It is sound, only low.',
  charge_after_discharge: 'Its own test emptied it. Charge it at once: left empty, its plates sulphate.',
  rating_from_capacity: 'Its label gives Ah alone: what it is held against is a guess, ±20 %.',
  amperes_corrected_twice:
    'A tester that shows amperes has nearly always corrected them itself: correcting again counts it twice.',
  joint:
    'Two load tests agree that it fails, and its conductance stays good: a joint inside opens once current flows.',
  slow_crank_unanswered:
    'It came in cranking slowly, and a joint that opens under load is hidden from conductance: load it.',
  charge_unknown: 'The charge is not known yet.',
  still_charging:
    'No battery stands so high by itself. Is a charger connected, or an engine running? Take it off, let it settle, read again.',
  repeat_open_circuit: 'The open-circuit voltage was forced and cannot condemn a battery.',
  repeat_load: 'The load test was forced or cannot be scaled, and does not decide.',
  sulphated: 'Its voltage rises too high while charging: the plates are sulphated.',
  stratified:
    'Its acid lies in layers: heavy below, weak above. An equalising charge stirs it; then test it again.',
  too_close:
    'It lies within the uncertainty of the limit that would retire it. Repeat the load test: the second reading decides.',
  worn_unconfirmed: 'One test puts its health near the limit. A load test settles it.',
  health_beyond:
    'More than any new battery gives. Check the rating on the label, its standard, and the load that was set.',
  methods_disagree: 'Suspect the contact, the rating or its standard, and repeat one of the tests.',
  repeat_cells: 'The cell reading was forced and cannot condemn a battery.',
  repeat_three_minute: 'The three-minute charge was forced and cannot condemn a battery.',
  power_unknown: 'Nothing has shown yet what it can deliver.',
  rating_unknown: 'Without a rating or a capacity there is nothing to hold a load test against.',
  takes_no_charge: 'It was put on charge for hours and took none.',
  internal_leak: 'Charged and left alone, it lost its charge within a day.',
  surface_leakage: 'Dirt on the top carries current. Clean it, then read again.',
  load_weak:
    'It stays above the line for retiring but below the one for sound: charge it, then test it again.',
  sound: 'It is charged and can give what it is rated for.',
};

/** The sentence that goes with the finding that decides. */
export function because(code: FindingCode): string {
  return BECAUSE[code] ?? FINDING_TITLES[code];
}

/** What to do with the battery, for each verdict. */
export const ADVICE: Readonly<Record<Verdict, string>> = {
  serve: 'Put it back to work.',
  watch: 'Put it back to work. Test it again before the cold.',
  charge: 'Charge it in full, let it rest, test it again. Do not condemn it yet.',
  retire: 'Take it out of service and send it to scrap as hazardous goods.',
  quarantine: 'Keep everyone away. Do not test, charge or jump it.',
  undecided: 'More is needed before anyone can say.',
};
