import { MOMENT_BOUNDS } from '../quantity/moment';
import type { Reading, ReadingKind, ReadingOf } from './reading';

/**
 * The readings of a run that stand: not superseded, not withdrawn, in the order in which they were taken. Every reader
 * of a run sees the same one as the later.
 */
export function standingReadings(readings: readonly Reading[]): Reading[] {
  const superseded = new Set(readings.map(({ supersedesId }) => supersedesId));
  return readings.filter(({ id, kind }) => !superseded.has(id) && kind !== 'withdrawal').sort(byMoment);
}

/**
 * Which of two readings was taken first. Nothing can be taken after it was stored: a device whose clock runs ahead
 * stamps its readings later than that, and the moment of storing then stands. Two of the same moment keep the order in
 * which they were stored, then that of their ids.
 */
export function byMoment(one: Reading, other: Reading): number {
  return momentOf(one) - momentOf(other) || storedAt(one) - storedAt(other) || (one.id < other.id ? -1 : 1);
}

/** What is not stored yet comes after all that is. */
const storedAt = ({ recordedAtMs = MOMENT_BOUNDS.most }: Reading) => recordedAtMs;

const momentOf = ({ takenAtMs, recordedAtMs = takenAtMs }: Reading) => Math.min(takenAtMs, recordedAtMs);

/** The readings that say how things are now: the latest of each kind that no later treatment has made stale. */
export interface CurrentReadings {
  readonly identify: ReadingOf<'identify'> | undefined;
  readonly complaint: ReadingOf<'complaint'> | undefined;
  /** The last of each kind that was measured on the vehicle, oldest first. */
  readonly vehicleChecks: readonly ReadingOf<'vehicle_check'>[];
  readonly inspection: ReadingOf<'inspection'> | undefined;
  readonly clean: ReadingOf<'clean'> | undefined;
  readonly topUp: ReadingOf<'top_up'> | undefined;
  readonly settle: ReadingOf<'settle'> | undefined;
  readonly openCircuit: ReadingOf<'open_circuit'> | undefined;
  readonly hydrometer: ReadingOf<'hydrometer'> | undefined;
  readonly cellProbe: ReadingOf<'cell_probe'> | undefined;
  readonly conductance: ReadingOf<'conductance'> | undefined;
  readonly threeMinute: ReadingOf<'three_minute'> | undefined;
  readonly load: ReadingOf<'load'> | undefined;
  /** Load tests made since the last charge, oldest first. */
  readonly loads: readonly ReadingOf<'load'>[];
  readonly recovery: ReadingOf<'recovery'> | undefined;
  readonly crank: ReadingOf<'crank'> | undefined;
  readonly stand: ReadingOf<'stand'> | undefined;
  /** The charge that is on now. */
  readonly charging: ReadingOf<'charge_start'> | undefined;
  /** What was read on the charger since it was put on, oldest first. */
  readonly chargeLog: readonly ReadingOf<'charge_log'>[];
  readonly override: ReadingOf<'override'> | undefined;
  readonly lastCharge: ReadingOf<'charge'> | undefined;
  /** The same where this run saw it begin and end: when one that was given elsewhere ended, nobody here knows. */
  readonly ownCharge: ReadingOf<'charge'> | undefined;
  readonly fullCharges: number;
  /** Steps that were passed over, each with its reason. */
  readonly skips: readonly ReadingOf<'skip'>[];
}

/**
 * Sorts out what is current. A charge makes the electrical readings before it stale; a new settling makes the open
 * voltage stale; a new load makes the recovery stale; a new inspection outdates cleaning and topping up.
 */
export function currentReadings(readings: readonly Reading[]): CurrentReadings {
  const standing = standingReadings(readings);
  const charges = ofKind(standing, 'charge');
  const lastCharge = charges.at(-1);
  const sinceCharge = after(standing, lastCharge);
  const upToCharge = lastCharge ? standing.slice(0, standing.indexOf(lastCharge)) : [];
  const begun = ofKind(after(upToCharge, charges.at(-2)), 'charge_start').length > 0;
  const charging = ofKind(sinceCharge, 'charge_start').at(-1);
  const settle = ofKind(sinceCharge, 'settle').at(-1);
  const loads = ofKind(sinceCharge, 'load');
  const load = loads.at(-1);
  const inspection = ofKind(standing, 'inspection').at(-1);
  const sinceInspection = after(standing, inspection);
  return {
    identify: ofKind(standing, 'identify').at(-1),
    complaint: ofKind(standing, 'complaint').at(-1),
    vehicleChecks: lastOfEachCheck(ofKind(standing, 'vehicle_check')),
    inspection,
    clean: ofKind(sinceInspection, 'clean').at(-1),
    topUp: ofKind(sinceInspection, 'top_up').at(-1),
    settle,
    openCircuit: ofKind(after(sinceCharge, settle), 'open_circuit').at(-1),
    hydrometer: ofKind(sinceCharge, 'hydrometer').at(-1),
    cellProbe: ofKind(sinceCharge, 'cell_probe').at(-1),
    conductance: ofKind(sinceCharge, 'conductance').at(-1),
    threeMinute: ofKind(sinceCharge, 'three_minute').at(-1),
    load,
    loads,
    recovery: load && ofKind(after(sinceCharge, load), 'recovery').at(-1),
    crank: ofKind(sinceCharge, 'crank').at(-1),
    stand: ofKind(sinceCharge, 'stand').at(-1),
    charging,
    chargeLog: charging ? ofKind(after(sinceCharge, charging), 'charge_log') : [],
    override: ofKind(standing, 'override').at(-1),
    lastCharge,
    ownCharge: begun ? lastCharge : undefined,
    fullCharges: charges.filter(({ data }) => data.full).length,
    skips: ofKind(standing, 'skip'),
  };
}

function ofKind<K extends ReadingKind>(readings: readonly Reading[], kind: K): ReadingOf<K>[] {
  return readings.filter((reading): reading is ReadingOf<K> => reading.kind === kind);
}

function lastOfEachCheck(taken: readonly ReadingOf<'vehicle_check'>[]): ReadingOf<'vehicle_check'>[] {
  return taken.filter(
    ({ data }, index) => !taken.slice(index + 1).some((later) => later.data.check === data.check),
  );
}

function after(readings: readonly Reading[], mark: Reading | undefined): readonly Reading[] {
  return mark ? readings.slice(readings.indexOf(mark) + 1) : readings;
}
