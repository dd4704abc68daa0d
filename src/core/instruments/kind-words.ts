import type { InstrumentKind } from './simulated-instruments';

/** What the kinds of instruments are called in a shop. */
export const KIND_WORDS: Readonly<Record<InstrumentKind, string>> = {
  voltmeter: 'voltmeter',
  clamp: 'clamp ammeter',
  thermometer: 'thermometer',
  hydrometer: 'hydrometer',
  conductance: 'conductance tester',
  load_bank: 'load bank',
  charger: 'charger',
  discharger: 'discharger',
  draw_meter: 'draw meter',
  starter: 'starter switch',
  probes: 'meter and clamp at vehicles',
};
