import { formatQuantity } from '../quantity/format';
import { ASSUMED_TEMPERATURE_C } from './reference';
import type { StepId } from './step-id';

/** One line of working: what was computed, how, and what came out. */
export interface WorkingLine {
  readonly what: string;
  readonly how: string;
  readonly value: string;
}

/** One piece of evidence behind an assessment. */
export interface LedgerEntry {
  readonly step: StepId;
  /** What was read, as read. */
  readonly reading: string;
  readonly working: readonly WorkingLine[];
  /** How far it counts, where that is not in full. */
  readonly standing: string | null;
}

export const volts = (value: number, decimals = 2) => formatQuantity(value, 'V', { decimals });

/** A correction for so many kelvin, in whatever unit temperatures are shown: `+ 0.0015 × 20.0 K`. */
export const perKelvin = (coefficient: number, kelvin: number) =>
  `${kelvin < 0 ? '−' : '+'} ${coefficient} × ${Math.abs(kelvin).toFixed(1)}\u00A0K`;

export const percent = (value: number) => formatQuantity(value, '%');

export const temperature = (celsius: number | null) =>
  celsius === null
    ? `${formatQuantity(ASSUMED_TEMPERATURE_C, '°C', { decimals: 0 })} assumed`
    : formatQuantity(celsius, '°C');
