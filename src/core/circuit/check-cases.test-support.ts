import type { Segment } from '../vehicle/path';
import { type CheckEvidence, type CircuitSpec, NOTHING_KNOWN, nothingRead } from './check-evidence';

/** A check of a vehicle as the worked cases write it down. */
export interface WrittenCheck {
  readonly why: string;
  readonly read: CheckEvidence['measured'];
  readonly vehicle?: Partial<CircuitSpec>;
  readonly celsius?: number;
  readonly minutes?: number;
  readonly looked?: CheckEvidence['looked'];
  readonly drops?: readonly (readonly [Segment, number, number, ('charging' | 'starting')?])[];
  readonly finds?: readonly string[];
  readonly lacks?: readonly string[];
  readonly limits?: Readonly<Record<string, number>>;
  readonly full?: Readonly<Record<string, number>>;
  readonly indicative?: boolean;
  readonly cause?: readonly string[];
  readonly action?: string;
  readonly caution?: string;
}

/** What a written check has read. */
export function checkEvidence({
  read,
  vehicle,
  celsius,
  minutes,
  looked,
  drops = [],
}: WrittenCheck): CheckEvidence {
  return {
    ...nothingRead({ ...NOTHING_KNOWN, ...vehicle }),
    measured: read,
    temperatureC: celsius ?? null,
    netMinutes: minutes ?? null,
    looked: looked ?? {},
    drops: drops.map(([segment, volts, amps, current = 'charging']) => ({ segment, volts, amps, current })),
  };
}
