import {
  type Evidence,
  type InspectionEvidence,
  NOTHING_INSPECTED,
  noEvidence,
} from '../assessment/evidence';
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
  const { cellProbe, crank, stand, vehicleChecks } = current;
  const { openCircuit, hydrometer, conductance, threeMinute, load, recovery, settle, lastCharge } = current;
  return {
    ...noEvidence(battery),
    inspection: inspectionOf(current),
    openCircuit: openCircuit
      ? {
          ...openCircuit.data,
          ...restAt(openCircuit.takenAtMs, settle, lastCharge),
          // A voltage is only as good as the rest before it: one that passed over a clock marks the other.
          forced: openCircuit.forced || settle?.forced === true,
        }
      : null,
    hydrometer: hydrometer ? { ...hydrometer.data, forced: hydrometer.forced } : null,
    cellVolts: cellProbe ? { volts: cellProbe.data.volts, forced: cellProbe.forced } : null,
    crank: crank ? { ...crank.data, forced: crank.forced } : null,
    stand: stand ? { ...stand.data, forced: stand.forced } : null,
    vehicleChecks: vehicleChecks.map(({ data }) => data),
    chargeRefused: lastCharge?.data.refused === true,
    conductance: conductance ? { ...conductance.data, forced: conductance.forced } : null,
    threeMinute: threeMinute ? { ...threeMinute.data, forced: threeMinute.forced } : null,
    load: load ? { ...load.data, forced: load.forced } : null,
    recovery: recovery ? { ...recovery.data, forced: recovery.forced } : null,
    chargesGiven: current.fullCharges,
    skipped: current.skips.map(({ data }) => data.step),
  };
}

/** The inspection as it stands after cleaning and topping up. Levels read cell by cell outrank the glance. */
function inspectionOf({ inspection, clean, topUp }: CurrentReadings): InspectionEvidence | null {
  if (!inspection) return null;
  const { levelsMm, ...seen } = inspection.data;
  const wiped = clean?.data.terminals === 'ok';
  return {
    ...NOTHING_INSPECTED,
    ...seen,
    level: topUp?.data.level ?? levelOf(levelsMm ?? null) ?? seen.level,
    terminals: clean?.data.terminals ?? seen.terminals,
    topVolts: wiped ? null : (seen.topVolts ?? null),
  };
}

/** Electrolyte that stands over the plates by less is low, mm; below the plates it is bare. Rule of the trade. */
const LEAST_LEVEL_MM = 5;

/** The level that the lowest cell makes of the whole battery; null where no cell was read. */
export function levelOf(levelsMm: readonly number[] | null): 'ok' | 'low' | 'exposed' | null {
  if (!levelsMm || levelsMm.length === 0) return null;
  const lowest = Math.min(...levelsMm);
  if (lowest < 0) return 'exposed';
  return lowest < LEAST_LEVEL_MM ? 'low' : 'ok';
}
