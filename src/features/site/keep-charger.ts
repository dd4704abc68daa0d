import type { Charger, ChargerFacts } from '@/core/charging/charger-schema';
import { send } from '@/ui/api';

/** What is sent to keep a charger. */
interface Kept {
  readonly id: string;
  readonly technicianId: string;
  readonly facts: ChargerFacts;
  readonly seenRevision: number;
  readonly retired: boolean;
}

/** Adds a charger or changes it; the server answers what is wrong with it, if anything. */
export const keepCharger = (kept: Kept) => send<{ id: string }>('/api/chargers', kept, { method: 'PUT' });

/** What is said of a charger, apart from which one it is and whether it is in use. */
export function factsOf({ name, place, circuit, channels, ...rest }: Charger): ChargerFacts {
  const { mostAmps, leastVolts, mostVolts, modes, senses } = rest;
  return { name, place, circuit, channels, mostAmps, leastVolts, mostVolts, modes, senses };
}
