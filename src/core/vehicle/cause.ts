import { formatQuantity } from '../quantity/format';

/** What may lie behind a vehicle's readings. */
export const CAUSES = [
  'battery_low_charge',
  'battery_worn',
  'battery_faulty',
  'regulator_high',
  'regulator_low',
  'regulator_open',
  'regulator_intermittent',
  'alternator_weak',
  'diode',
  'belt',
  'feed_or_fuse',
  'charging_plus_path',
  'charging_minus_path',
  'starting_plus_path',
  'starting_minus_path',
  'solenoid',
  'starter_drag',
  'engine_drag',
  'parasitic_draw',
  'nothing_found',
] as const;
export type Cause = (typeof CAUSES)[number];

/**
 * The chance of a cause as it is shown: nothing is certain, and nothing is out of the question.
 * @example chanceWords(0.998) // '99 %'
 */
export function chanceWords(probability: number): string {
  return formatQuantity(Math.min(99, Math.max(1, 100 * probability)), '%');
}

/** Each cause as a technician calls it. */
export const CAUSE_LABELS: Readonly<Record<Cause, string>> = {
  battery_low_charge: 'Battery only low in charge',
  battery_worn: 'Battery worn',
  battery_faulty: 'Battery faulty',
  regulator_high: 'Regulator too high',
  regulator_low: 'Regulator too low',
  regulator_open: 'Regulator dead',
  regulator_intermittent: 'Regulator on and off',
  alternator_weak: 'Alternator weak',
  diode: 'Diode of the alternator',
  belt: 'Belt',
  feed_or_fuse: 'Feed or main fuse',
  charging_plus_path: 'Connection, charging plus',
  charging_minus_path: 'Connection, charging minus',
  starting_plus_path: 'Connection, starting plus',
  starting_minus_path: 'Connection, starting minus',
  solenoid: 'Solenoid contacts',
  starter_drag: 'Starter',
  engine_drag: 'Engine hard to turn',
  parasitic_draw: 'Draw at rest',
  nothing_found: 'Nothing found',
};
