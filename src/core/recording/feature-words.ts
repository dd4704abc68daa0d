import { formatQuantity } from '../quantity/format';
import type { Feature, FeatureName } from './features';

/** What a feature is called, its unit, and what it means in a sentence. */
export interface FeatureFacts {
  readonly label: string;
  readonly unit: 'V' | 'A' | 's' | 'mΩ' | 'rpm' | '%';
  readonly decimals: number;
  readonly means: string;
}

export const FEATURE_FACTS: Readonly<Record<FeatureName, FeatureFacts>> = {
  rest_v: {
    label: 'At rest',
    unit: 'V',
    decimals: 2,
    means: 'What the battery stands at before anything is switched on: its charge.',
  },
  key_on_s: { label: 'Key on', unit: 's', decimals: 2, means: 'The modules wake up and draw their current.' },
  inrush_s: {
    label: 'First pull',
    unit: 's',
    decimals: 3,
    means: 'The starter stands still and takes all it can.',
  },
  inrush_v: {
    label: 'Deepest',
    unit: 'V',
    decimals: 2,
    means: 'The first dip. It is held against a threshold of its own, never against that of cranking.',
  },
  inrush_a: {
    label: 'Highest current',
    unit: 'A',
    decimals: 0,
    means: 'What the starter takes before it turns.',
  },
  supply_mohm: {
    label: 'Resistance of the supply',
    unit: 'mΩ',
    decimals: 1,
    means: 'How far the voltage falls for each ampere: the battery, where it was recorded at its posts.',
  },
  plateau_v: {
    label: 'Cranking',
    unit: 'V',
    decimals: 2,
    means: 'While it turns evenly: battery, cables and starter together.',
  },
  plateau_a: { label: 'Cranking current', unit: 'A', decimals: 0, means: 'What turning the engine takes.' },
  crank_rpm: {
    label: 'Cranking speed',
    unit: 'rpm',
    decimals: 0,
    means: 'From its compressions: half the cylinders in a turn.',
  },
  weak_cylinder: {
    label: 'Weak cylinder',
    unit: '%',
    decimals: 0,
    means: 'One compresses less than the others. That is a matter of the engine, not of the battery.',
  },
  start_s: {
    label: 'It runs',
    unit: 's',
    decimals: 2,
    means: 'The compressions end and the current falls away.',
  },
  cross_s: { label: 'Back above rest', unit: 's', decimals: 2, means: 'The alternator has taken over.' },
  charging_v: {
    label: 'Charging',
    unit: 'V',
    decimals: 2,
    means: 'What the regulator holds, at the end of the recording.',
  },
  ripple_v: {
    label: 'Ripple',
    unit: 'V',
    decimals: 3,
    means: 'What the diodes leave on the voltage, as an AC meter reads it.',
  },
  taper_tau_s: {
    label: 'Taper',
    unit: 's',
    decimals: 1,
    means:
      'How fast the current into the battery falls: a charged one takes less and less, a failing one goes on.',
  },
  net_end_a: {
    label: 'Into the battery at the end',
    unit: 'A',
    decimals: 1,
    means: 'What it still takes at the end; below nothing it is being drained.',
  },
};

/**
 * A feature’s value with how sure it is.
 * @example featureText('rest_v', { value: 12.61, sd: 0.004, ... }) // '12.61 ± 0.00 V'
 */
export function featureText(name: FeatureName, { value, sd }: Pick<Feature, 'value' | 'sd'>): string {
  const { unit, decimals } = FEATURE_FACTS[name];
  const scale = unit === '%' ? 100 : 1;
  const [shown, unsure] = [value * scale, sd * scale];
  // One more digit where the uncertainty would else be told as none.
  const digits = Math.min(4, unsure > 0 && unsure < 0.5 * 10 ** -decimals ? decimals + 1 : decimals);
  const quantity =
    unit === 'V' || unit === 'A' || unit === 's' || unit === 'mΩ'
      ? formatQuantity(shown, unit, { decimals: digits })
      : `${shown.toFixed(digits)} ${unit}`;
  return `${quantity} ± ${unsure.toFixed(digits)}`;
}
