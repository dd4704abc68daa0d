import type { StepId } from '../assessment/step-id';
import { chargeDueMs, settleEndsAtMs } from './clocks';
import type { CurrentReadings } from './current-readings';

/**
 * When the clock that the next step waits on runs out, ms UTC: of a charge, of settling, of thawing. Null where nothing
 * waits on a clock.
 */
export function waitsUntilMs(current: CurrentReadings, nextStep: StepId): number | null {
  const { settle, openCircuit, charging } = current;
  if (charging) return chargeDueMs(charging);
  const waits = (nextStep === 'open_circuit' && !openCircuit) || nextStep === 'inspect';
  return settle && waits ? settleEndsAtMs(settle) : null;
}
