import type { CheckName } from '../vehicle/check-reading';
import type { Segment } from '../vehicle/path';

/** What a reading of a vehicle says: each code with how it weighs. */
export const CHECK_FINDINGS = {
  charge_first: 'caution',
  still_charging: 'note',
  crank_low: 'fault',
  crank_holds: 'sound',
  dips_deep: 'caution',
  crank_current_high: 'caution',
  crank_current_low: 'caution',
  starts_readily: 'sound',
  starts_slowly: 'caution',
  regulated_in_span: 'sound',
  regulated_high: 'fault',
  regulated_low: 'fault',
  managed_not_judged: 'note',
  rises_with_speed: 'fault',
  loaded_holds: 'sound',
  loaded_low: 'fault',
  loaded_low_at_idle: 'note',
  output_sound: 'sound',
  output_low: 'fault',
  output_failed: 'fault',
  output_doubtful: 'caution',
  net_tapers: 'sound',
  net_too_soon: 'note',
  net_not_tapering: 'caution',
  net_endless: 'fault',
  drains_running: 'fault',
  ripple_low: 'sound',
  ripple_some: 'note',
  ripple_high: 'fault',
  drop_within: 'sound',
  drop_high: 'fault',
  drops_contradict: 'caution',
  feed_there: 'sound',
  feed_missing: 'fault',
  belt_slips: 'fault',
  belt_torn: 'fault',
  fuse_blown: 'fault',
  lamp_dark_key_on: 'caution',
  lamp_lit_running: 'caution',
  draw_within: 'sound',
  draw_high: 'fault',
  holds_after: 'sound',
  does_not_hold: 'fault',
  instrument_unfit: 'note',
} as const satisfies Readonly<Record<string, 'fault' | 'caution' | 'sound' | 'note'>>;

export type CheckFindingCode = keyof typeof CHECK_FINDINGS;

/** A reading against its limit, in the reading’s own unit. Positive margins are good. */
export interface CheckMeasured {
  readonly value: number;
  readonly limit: number;
  readonly margin: number;
  readonly unit: 'V' | 'A' | 's';
}

export interface CheckFinding {
  readonly code: CheckFindingCode;
  readonly severity: (typeof CHECK_FINDINGS)[CheckFindingCode];
  /** The reading that it is of. */
  readonly of: CheckName;
  readonly segment: Segment | null;
  readonly measured: CheckMeasured | null;
}

export function checkFinding(
  code: CheckFindingCode,
  of: CheckName,
  measured: CheckMeasured | null = null,
  segment: Segment | null = null,
): CheckFinding {
  return { code, severity: CHECK_FINDINGS[code], of, segment, measured };
}

/** Each finding as a sentence. */
export const CHECK_FINDING_WORDS: Readonly<Record<CheckFindingCode, string>> = {
  charge_first: 'The battery is low: charge it first. What is measured meanwhile is indicative.',
  still_charging: 'It rests higher than a full battery: a charger or a run just before is still in it.',
  crank_low: 'The voltage falls below its floor while the engine is cranked.',
  crank_holds: 'The voltage holds while the engine is cranked.',
  dips_deep: 'The first dip is deeper than usual.',
  crank_current_high: 'The starter takes more than this engine should.',
  crank_current_low: 'The starter takes less than this engine should.',
  starts_readily: 'It starts readily.',
  starts_slowly: 'It is slow to start.',
  regulated_in_span: 'The regulated voltage is in its span.',
  regulated_high: 'The regulated voltage is too high: it cooks the battery.',
  regulated_low: 'The regulated voltage is too low, or does not rise over the battery’s own.',
  managed_not_judged:
    'Charging is managed by the engine’s computer: this voltage alone condemns nothing. Switch lights and loads on, or look up the maker’s figure.',
  rises_with_speed: 'The regulated voltage rises with the speed of the engine.',
  loaded_holds: 'The voltage holds with all loads on.',
  loaded_low: 'The voltage does not hold with all loads on.',
  loaded_low_at_idle:
    'Low at idle with all loads on: read it again at about 2000 rpm before anything is said of it.',
  output_sound: 'The alternator gives what it should.',
  output_low: 'The alternator gives less than it should.',
  output_failed: 'The alternator gives next to nothing.',
  output_doubtful: 'Little for an alternator of unknown rating; a small old one may give no more.',
  net_tapers: 'The battery takes less and less: it is coming up.',
  net_too_soon: 'Read within three minutes of the start: every battery takes much then.',
  net_not_tapering: 'The battery still takes much: look again in a few minutes.',
  net_endless: 'The battery takes charge without end, and works the alternator hot.',
  drains_running: 'The battery is drained while the engine runs.',
  ripple_low: 'The ripple is low: the diodes are sound.',
  ripple_some: 'Some ripple: not yet a fault.',
  ripple_high: 'High ripple: a diode.',
  drop_within: 'This piece loses no more than it may at full current.',
  drop_high: 'This piece loses more than it may at full current.',
  drops_contradict: 'The pieces do not add up to their side: read this one again.',
  feed_there: 'The regulator’s feed is there.',
  feed_missing: 'The regulator’s feed is missing.',
  belt_slips: 'The belt slips.',
  belt_torn: 'The belt is torn or off.',
  fuse_blown: 'The main fuse is blown.',
  lamp_dark_key_on:
    'The charging lamp stays dark with the key on: its circuit is part of the field’s in many vehicles.',
  lamp_lit_running: 'The charging lamp is lit while the engine runs.',
  draw_within: 'Asleep it draws no more than it may.',
  draw_high: 'Asleep it draws more than it may.',
  holds_after: 'The battery holds after the engine was stopped.',
  does_not_hold: 'The battery falls within minutes of a run: it does not hold.',
  instrument_unfit: 'The instrument cannot tell this limit: the reading counts for nothing.',
};
