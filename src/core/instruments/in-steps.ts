import type { BatteryState } from '../physics/battery-state';

/** A battery that is left to itself or to a charger is worked out in steps of so many seconds at most. */
const LONGEST_STEP_SECONDS = 600;

/** Lets seconds pass in steps, each by the same law. */
export function inSteps(
  seconds: number,
  state: BatteryState,
  step: (state: BatteryState, seconds: number) => BatteryState,
): BatteryState {
  let next = state;
  for (let left = seconds; left > 0; left -= LONGEST_STEP_SECONDS) {
    next = step(next, Math.min(left, LONGEST_STEP_SECONDS));
  }
  return next;
}
