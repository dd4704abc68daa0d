import { writeLine } from './line';

/** The instruments of the simulated bench: name, kind, and what is written on them. */
export const SIMULATED_INSTRUMENTS = [
  { name: 'meter', kind: 'voltmeter', label: 'Bench meter' },
  { name: 'clamp', kind: 'clamp', label: 'Clamp ammeter' },
  { name: 'probe', kind: 'thermometer', label: 'Thermometer' },
  { name: 'float', kind: 'hydrometer', label: 'Hydrometer' },
  { name: 'tester', kind: 'conductance', label: 'Conductance tester' },
  { name: 'bank', kind: 'load_bank', label: 'Load bank' },
  { name: 'charger', kind: 'charger', label: 'Charger' },
  { name: 'discharger', kind: 'discharger', label: 'Discharger' },
  { name: 'draw', kind: 'draw_meter', label: 'Draw meter' },
  { name: 'starter', kind: 'starter', label: 'Starter' },
] as const;

/** The instruments of a simulated vehicle, as one: a meter with its probes, a clamp, a stopwatch and eyes. */
export const SIMULATED_PROBES = [{ name: 'probes', kind: 'probes', label: 'Meter and clamp' }] as const;

export type SimulatedInstrument = (typeof SIMULATED_INSTRUMENTS)[number] | (typeof SIMULATED_PROBES)[number];

export type InstrumentKind = SimulatedInstrument['kind'];

/** How an instrument introduces itself. */
export function helloOf({ name, kind, label }: SimulatedInstrument): string {
  return writeLine('hello', name, { kind, label, simulated: 'yes' });
}
