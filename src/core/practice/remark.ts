import type { StepId } from '../assessment/step-id';
import type { ReadingKind } from '../steps/reading';

/** What was good or bad about something that was done. `danger` could have hurt somebody. */
export interface Remark {
  readonly kind: 'good' | 'wasted' | 'missed' | 'mistake' | 'danger';
  readonly text: string;
}

/** The step that a reading belongs to; undefined for what is no step. */
export const STEP_OF_READING: Readonly<Partial<Record<ReadingKind, StepId>>> = {
  inspection: 'inspect',
  vehicle_check: 'vehicle',
  clean: 'clean',
  top_up: 'top_up',
  settle: 'settle',
  open_circuit: 'open_circuit',
  hydrometer: 'hydrometer',
  cell_probe: 'hydrometer',
  conductance: 'conductance',
  crank: 'crank',
  load: 'load',
  recovery: 'recovery',
  charge_start: 'charge',
  charge_log: 'charge',
  charge: 'charge',
  three_minute: 'three_minute',
  stand: 'stand',
  discharge_start: 'discharge',
  discharge_log: 'discharge',
  discharge: 'discharge',
};
