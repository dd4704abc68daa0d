import { isSealed } from '../battery/construction';
import { type Case, charge, type Decision, retire, undecided } from './decision';
import type { FindingCode } from './finding';

/** The danger that keeps everyone away from the battery, worst first; null when it is safe to handle. */
export function dangerOf({ evidence, estimates, rules }: Case): FindingCode | null {
  const { inspection } = evidence;
  const { temperatureC, freezesAtC } = estimates;
  switch (inspection?.case) {
    case 'cracked':
      return 'case_cracked';
    case 'bulged':
      return 'case_bulged';
    case 'leaking':
      return 'case_leaking';
    case 'frozen':
      return 'case_frozen';
  }
  if (inspection?.smell === 'rotten_egg') return 'sulphur_smell';
  if (temperatureC === null) return null;
  if (temperatureC > rules.temperature.highestC) return 'too_hot';
  const frozen = freezesAtC !== null && temperatureC < freezesAtC + rules.temperature.freezingReserveK;
  return frozen ? 'frozen_likely' : null;
}

export function unsafe(known: Case): Decision | null {
  const code = dangerOf(known);
  return code && { verdict: 'quarantine', code, next: null };
}

export function postDamaged({ evidence }: Case): Decision | null {
  return evidence.inspection?.terminals === 'damaged' ? retire('post_damaged') : null;
}

export function dirtyTerminals({ evidence, rules }: Case): Decision | null {
  const { topVolts } = evidence.inspection ?? {};
  const leaking = topVolts != null && topVolts > rules.inspection.surfaceLeakVolts;
  switch (evidence.inspection?.terminals) {
    case 'corroded':
      return undecided('terminals_corroded', 'clean');
    case 'loose':
      return undecided('terminals_loose', 'clean');
    default:
      return leaking ? undecided('surface_leakage', 'clean') : null;
  }
}

export function tooCold({ estimates, rules }: Case): Decision | null {
  const { temperatureC } = estimates;
  return temperatureC !== null && temperatureC < rules.temperature.lowestC
    ? undecided('too_cold', 'settle')
    : null;
}

/** A low level seen in a type that is never opened cannot be mended: it has dried out. */
export function level({ evidence }: Case): Decision | null {
  const seen = evidence.inspection?.level;
  if (seen !== 'low' && seen !== 'exposed') return null;
  return isSealed(evidence.battery.construction) ? retire('sealed_dry') : charge('level_low', 'top_up');
}
