import type { ReadingData, ReadingOf } from '../steps/reading';
import type { CheckName } from '../vehicle/check-reading';

/** What a run of a battery can note of its vehicle, by the reading of a check that it is. */
const AS_READ_IN_A_CHECK: Readonly<
  Partial<Record<ReadingData<'vehicle_check'>['check'], { of: CheckName; engine: 'fast' | 'off' }>>
> = {
  regulated: { of: 'fast_v', engine: 'fast' },
  draw: { of: 'draw_a', engine: 'off' },
};

/**
 * A measurement that the run of a battery has noted of its vehicle, as a reading of the vehicle’s check. Null for a voltage drop: the
 * run does not say at which current it was read, and without that it says nothing.
 */
export function fromBench({ data }: ReadingOf<'vehicle_check'>): ReadingData<'check_reading'> | null {
  const meant = AS_READ_IN_A_CHECK[data.check];
  if (!meant) return null;
  return {
    of: meant.of,
    value: data.value,
    state: null,
    segment: null,
    amps: null,
    engine: meant.engine,
    loads: 'none',
    minutes: null,
    temperatureC: null,
    unfit: false,
  };
}
