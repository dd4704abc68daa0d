import type { StepId } from '../assessment/step-id';
import { chargeDueMs, dischargeDueMs, settleEndsAtMs } from '../steps/clocks';
import type { CurrentReadings } from '../steps/current-readings';

/**
 * When the clock that the next step waits on runs out, ms UTC: of a charge, a discharge, of settling, thawing, cooling. Null where nothing
 * waits on a clock.
 */
export function waitsUntilMs(current: CurrentReadings, nextStep: StepId): number | null {
  const { settle, open_circuit: read, charge_start: on, discharge_start: drawn } = current.last;
  if (on) return chargeDueMs(on);
  if (drawn) return dischargeDueMs(drawn);
  const waits = (nextStep === 'open_circuit' && !read) || nextStep === 'inspect';
  return settle && waits ? settleEndsAtMs(settle) : null;
}
