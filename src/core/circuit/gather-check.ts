import { isLooked, isMeasured } from '../vehicle/check-reading';
import { type BroughtReading, dropCurrent } from '../vehicle/check-reading-problems';
import type { CheckEvidence, CircuitSpec } from './check-evidence';
import { nothingRead } from './check-evidence';

/** A reading with what was noted beside it. */
export interface GatheredReading extends BroughtReading {
  readonly minutes: number | null;
  readonly temperatureC: number | null;
  /** Its instrument cannot tell its limit. */
  readonly unfit?: boolean;
}

/** What the readings of a check come to as evidence: the last of each kind, and of each segment, stands. */
export function gatherCheck(vehicle: CircuitSpec, readings: readonly GatheredReading[]): CheckEvidence {
  return readings.reduce(withReading, nothingRead(vehicle));
}

function withReading(so: CheckEvidence, reading: GatheredReading): CheckEvidence {
  const { of, value, state, segment, amps, engine, minutes, temperatureC } = reading;
  const warm = temperatureC === null ? so : { ...so, temperatureC };
  if (isLooked(of)) return state === null ? warm : { ...warm, looked: { ...warm.looked, [of]: state } };
  if (value === null || !isMeasured(of)) return warm;
  if (of === 'drop_v') {
    if (segment === null || amps === null) return warm;
    const drop = { segment, volts: value, amps, current: dropCurrent(segment, engine) };
    return { ...warm, drops: [...warm.drops.filter((other) => other.segment !== segment), drop] };
  }
  if (of === 'draw_a' && reading.fuse) {
    const { fuse } = reading;
    const others = warm.fuses.filter((other) => other.fuse !== fuse);
    return { ...warm, fuses: [...others, { fuse, amps: value }] };
  }
  const unfit = warm.unfit.filter((name) => name !== of);
  return {
    ...warm,
    measured: { ...warm.measured, [of]: value },
    unfit: reading.unfit ? [...unfit, of] : unfit,
    netMinutes: of === 'net_a' ? minutes : warm.netMinutes,
  };
}
