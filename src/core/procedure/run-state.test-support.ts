import type { BatterySpec } from '../battery/battery';
import type { HouseRules } from '../rules/house-rules';
import type { Reading } from '../steps/reading';
import { judgeRun } from './judge-run';
import { type RunState, sheetAt } from './run-sheet';

/** Works out where a run stands at `nowMs` from its readings alone, so that it reopens just as it was left. */
export function runState(
  battery: BatterySpec,
  readings: readonly Reading[],
  rules: HouseRules,
  nowMs: number,
): RunState {
  const judged = judgeRun(battery, readings, rules);
  return { ...judged, sheet: sheetAt(judged, rules, nowMs) };
}
