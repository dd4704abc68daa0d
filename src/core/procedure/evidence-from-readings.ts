import { type Evidence, type InspectionEvidence, noEvidence } from '../assessment/evidence';
import type { BatterySpec } from '../battery/battery';
import { restAt } from './clocks';
import { type CurrentReadings, currentReadings } from './current-readings';
import type { Reading } from './reading';

/** What a run's readings say of its battery, ready to be judged. */
export function evidenceFromReadings(battery: BatterySpec, readings: readonly Reading[]): Evidence {
  return evidenceFromCurrent(battery, currentReadings(readings));
}

/** The same from readings that have been sorted out already. */
export function evidenceFromCurrent(battery: BatterySpec, current: CurrentReadings): Evidence {
  const { openCircuit, hydrometer, conductance, threeMinute, load, recovery, settle, lastCharge } = current;
  return {
    ...noEvidence(battery),
    inspection: inspectionOf(current),
    openCircuit: openCircuit
      ? {
          ...openCircuit.data,
          ...restAt(openCircuit.takenAtMs, settle, lastCharge),
          forced: openCircuit.forced,
        }
      : null,
    hydrometer: hydrometer ? { ...hydrometer.data, forced: hydrometer.forced } : null,
    conductance: conductance ? { ...conductance.data, forced: conductance.forced } : null,
    threeMinute: threeMinute ? { ...threeMinute.data, forced: threeMinute.forced } : null,
    load: load ? { ...load.data, forced: load.forced } : null,
    recovery: recovery ? { ...recovery.data, forced: recovery.forced } : null,
    chargesGiven: current.fullCharges,
    skipped: current.skips.map(({ data }) => data.step),
  };
}

/** The inspection as it stands after cleaning and topping up. */
function inspectionOf({ inspection, clean, topUp }: CurrentReadings): InspectionEvidence | null {
  if (!inspection) return null;
  return {
    ...inspection.data,
    terminals: clean?.data.terminals ?? inspection.data.terminals,
    level: topUp?.data.level ?? inspection.data.level,
  };
}
