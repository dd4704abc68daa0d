import type { BatterySpec } from '../battery/battery';
import { END_VOLTS_A_CELL } from '../battery/discharge-time';
import { type BatteryState, restedState } from './battery-state';
import { steadyCourse } from './discharge';
import type { Model } from './physical-battery';
import { modelOf, newUnit } from './physical-battery';

/** A discharge as it went: minutes since its start, and volts of the battery. */
export type DischargeCourse = readonly (readonly [minutes: number, volts: number])[];

/** What is drawn, down to which voltage, and for how long at most. */
export interface SteadyDraw {
  readonly amps: number;
  readonly endVolts: number;
  readonly mostMinutes: number;
  readonly stepSeconds: number;
}

const SECONDS_PER_MINUTE = 60;
const FULL_PCT = 100;

/** A steady current drawn until the voltage falls to its end, step by step, and where that leaves the battery. */
export function drawSteadily(
  model: Model,
  state: BatteryState,
  { amps, endVolts, mostMinutes, stepSeconds }: SteadyDraw,
): { readonly course: DischargeCourse; readonly state: BatteryState } {
  const course: [number, number][] = [];
  const drawn = steadyCourse(model, state, amps, stepSeconds);
  for (let seconds = stepSeconds; seconds <= mostMinutes * SECONDS_PER_MINUTE; seconds += stepSeconds) {
    const volts = drawn.step();
    course.push([seconds / SECONDS_PER_MINUTE, volts]);
    if (volts <= endVolts) break;
  }
  return { course, state: drawn.state };
}

/** Enough points for a smooth line. */
const CURVE_POINTS = 120;

/**
 * How a new, full battery of this label would go under a steady current, to 1.75 V a cell; undefined where the label
 * gives neither rating nor capacity.
 * @param ratedMinutes what such a battery lasts: the curve is drawn that finely
 */
export function ratedCourse(
  spec: BatterySpec,
  {
    amps,
    temperatureC,
    ratedMinutes,
  }: { readonly amps: number; readonly temperatureC: number; readonly ratedMinutes: number },
): DischargeCourse | undefined {
  const model = modelOf(newUnit(spec));
  if (!model) return undefined;
  const stepSeconds = Math.max(1, (ratedMinutes * SECONDS_PER_MINUTE) / CURVE_POINTS);
  const endVolts = END_VOLTS_A_CELL * model.cells;
  return drawSteadily(model, restedState(model, FULL_PCT, temperatureC), {
    amps,
    endVolts,
    mostMinutes: 2 * ratedMinutes,
    stepSeconds,
  }).course;
}
