import type { ReadingKind } from './reading-data';

/**
 * What makes a reading stale. `run`: nothing does, but a later one of its kind. Any other: the last reading of that kind
 * makes those before it stale; with `only`, there is none without it.
 */
export interface Standing {
  readonly since:
    | 'run'
    | 'inspection'
    | 'charge'
    | 'settle'
    | 'load'
    | 'charge_start'
    | 'discharge'
    | 'discharge_start';
  readonly only?: true;
}

/**
 * How long a reading of each kind stands: a charge makes the electrical readings before it stale; a new settling makes the open voltage
 * stale; a new load the recovery; a new inspection outdates cleaning and topping up.
 */
export const STANDING: Readonly<Record<ReadingKind, Standing>> = {
  identify: { since: 'run' },
  complaint: { since: 'run' },
  inspection: { since: 'run' },
  vehicle_check: { since: 'run' },
  clean: { since: 'inspection' },
  top_up: { since: 'inspection' },
  settle: { since: 'charge' },
  open_circuit: { since: 'settle' },
  hydrometer: { since: 'charge' },
  cell_probe: { since: 'charge' },
  conductance: { since: 'charge' },
  three_minute: { since: 'charge' },
  charge_start: { since: 'charge' },
  charge_log: { since: 'charge_start', only: true },
  charge: { since: 'run' },
  discharge_start: { since: 'discharge' },
  discharge_log: { since: 'discharge_start', only: true },
  discharge: { since: 'run' },
  load: { since: 'charge' },
  recovery: { since: 'load', only: true },
  crank: { since: 'charge' },
  stand: { since: 'charge' },
  skip: { since: 'run' },
  override: { since: 'run' },
  reopened: { since: 'run' },
  withdrawal: { since: 'run' },
  check_reading: { since: 'run' },
  kept_from_starting: { since: 'run' },
  put_back: { since: 'run' },
};
