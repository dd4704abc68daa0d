import { tidy } from '../quantity/tidy';
import type { Trace } from './evidence';

/** What a recorded cranking comes to. Volts are the battery's own. */
export interface CrankCourse {
  /** The lowest voltage that lasted: after the first second. */
  readonly volts: number;
  /** Mean voltage after the first second. */
  readonly meanVolts: number;
  /** Mean current after the first second, A; null where none was recorded. */
  readonly amps: number | null;
  /** How long it was cranked. */
  readonly seconds: number;
  /** The lowest of all, the dip of the starter's inrush among it. */
  readonly inrushVolts: number;
}

/** The inrush is over by then, s: what lasts is read after it. Rule of the trade. */
const INRUSH_SECONDS = 1;
/** How long it must go on after the inrush to tell what lasts, s. A model of ours. */
const LEAST_SUSTAINED_SECONDS = 1;

/**
 * Reads a recorded cranking: seconds since the key, volts, discharge amperes. Null where it was over before anything
 * could last.
 * @example crankCourse([[0.1, 8.9, 410], [1.5, 10.4, 160], [3, 10.3, 158]])?.volts // 10.3
 */
export function crankCourse(trace: Trace): CrankCourse | null {
  const seconds = trace.at(-1)?.[0] ?? 0;
  if (!(seconds >= INRUSH_SECONDS + LEAST_SUSTAINED_SECONDS)) return null;
  const lasting = trace.filter(([at]) => at > INRUSH_SECONDS);
  const currents = lasting.flatMap(([, , amps]) => (amps === null ? [] : [amps]));
  const mean = meanOf(currents);
  return {
    volts: tidy(Math.min(...lasting.map(([, volts]) => volts))),
    meanVolts: tidy(Math.round(1000 * meanOf(lasting.map(([, volts]) => volts))) / 1000),
    amps: currents.length === 0 ? null : Math.round(mean),
    seconds: tidy(seconds),
    inrushVolts: tidy(Math.min(...trace.map(([, volts]) => volts))),
  };
}

const meanOf = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;
