import type { BatterySpec } from '../battery/battery';
import { requirePositive } from '../quantity/finite';
import { restedState } from './battery-state';
import { dischargeCourse } from './discharge';
import { modelOf, newUnit } from './physical-battery';
import { openVolts } from './readouts';

/** How a load test would go: seconds and volts, the first point under load being one step in. */
export type Course = readonly (readonly [seconds: number, volts: number])[];

/** What a load test is about to be made under. */
export interface CourseTask {
  readonly chargePct: number;
  readonly temperatureC: number;
  readonly amps: number;
  readonly seconds: number;
  /** The open voltage as it was read; the course starts from it. Null takes the model's own. */
  readonly openVolts: number | null;
}

/** Fine enough for a smooth line over 15 s. */
const STEP_SECONDS = 0.25;

/**
 * How a fault-free battery of this label and health, percent, would go under a load; undefined where the label gives
 * neither rating nor capacity. Volts are the battery's own.
 */
export function healthyCourse(spec: BatterySpec, healthPct: number, task: CourseTask): Course | undefined {
  const health = requirePositive('healthPct', healthPct) / 100;
  const model = modelOf({ ...newUnit(spec), health });
  if (!model) return undefined;
  const state = restedState(model, task.chargePct, task.temperatureC);
  const shift = task.openVolts === null ? 0 : task.openVolts - openVolts(model, state);
  const count = Math.max(1, Math.round(task.seconds / STEP_SECONDS));
  const { volts } = dischargeCourse(model, state, task.amps, task.seconds / count, count);
  return Array.from(volts, (value, at) => [((at + 1) * task.seconds) / count, value + shift] as const);
}
