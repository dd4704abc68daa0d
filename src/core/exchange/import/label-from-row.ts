import type { BatterySpec } from '../../battery/battery';
import type { BatteryLabel } from '../../battery/battery-label';

/** The label under which a battery that was first met in a file or on a rack is registered. */
export function labelFromRow(tag: string, spec: BatterySpec, place: string): BatteryLabel {
  return {
    tag,
    type: spec.construction,
    nominalVolts: spec.nominalVolts,
    ratings: [...spec.ratings],
    c20Ah: spec.c20Ah,
    rcMinutes: spec.rcMinutes,
    model: '',
    place,
    dateCode: '',
    fittedOn: null,
    group: '',
    slot: null,
    baselineSiemens: null,
    duty: spec.duty ?? null,
  };
}
