import type { Verdict } from '../assessment/verdict';
import type { BatteryLabel } from '../battery/battery-label';
import { isLeadAcid } from '../battery/construction';
import type { Vehicle } from '../vehicle/vehicle';
import type { CheckBasis, CircuitSpec } from './check-evidence';

/** A battery that sits in a vehicle, with how its newest run counts. */
export interface Sitting {
  readonly battery: Pick<BatteryLabel, 'type' | 'rcMinutes'>;
  readonly verdict: Verdict | null;
}

/** What the judgement of a check needs of a vehicle and of what sits in it. */
export function circuitSpecOf(vehicle: Omit<Vehicle, 'id'>, sitting: readonly Sitting[] = []): CircuitSpec {
  const { engine = null, systemVolts, alternatorAmps = null, regulator = null } = vehicle;
  const { ownVoltsFrom: from, ownVoltsTo: to } = vehicle;
  const [first] = sitting;
  const type = first?.battery.type;
  return {
    engine,
    systemVolts: systemVolts ?? 12,
    alternatorAmps,
    regulator,
    ownVolts: from != null && to != null ? [from, to] : null,
    construction: type !== undefined && isLeadAcid(type) ? type : null,
    rcMinutes: first?.battery.rcMinutes ?? null,
  };
}

/** What a check of a vehicle is judged on beside its readings, with those that sit in it. */
export function basisOf(vehicle: Omit<Vehicle, 'id'>, sitting: readonly Sitting[]): CheckBasis {
  return { vehicle: circuitSpecOf(vehicle, sitting), batteryVerdict: verdictOfSet(sitting) };
}

/** The worst first: what the worst battery of a set came to counts for the vehicle. */
const WORST_FIRST: readonly Verdict[] = ['quarantine', 'retire', 'charge', 'watch', 'serve'];

/** What the batteries of a vehicle came to on the Bench, as one: the worst of them. Null where none was tested. */
function verdictOfSet(sitting: readonly Sitting[]): Verdict | null {
  return WORST_FIRST.find((verdict) => sitting.some((one) => one.verdict === verdict)) ?? null;
}
