import type { BatteryRecord } from '@/core/exchange/views';

/** A flooded battery of 570 A SAE in a van, as the server tells of one. */
export const batteryRecord = (changes: Partial<BatteryRecord> = {}): BatteryRecord => ({
  id: 'b',
  tag: 'FH-0101',
  type: 'flooded',
  nominalVolts: 12,
  ratings: [{ standard: 'SAE', amps: 570 }],
  c20Ah: 60,
  rcMinutes: null,
  model: '',
  place: 'Crew van 1',
  dateCode: '',
  fittedOn: null,
  ...changes,
});
