import type { Evidence } from '../assessment/evidence';
import type { Symptom } from './complaint';
import type { Reading, ReadingData, ReadingKind } from './reading';

/** Who captured the readings that are written down after the fact, when, and under which ids. */
export interface WrittenDown {
  readonly runId: string;
  readonly technicianId: string;
  readonly instrument: string;
  readonly takenAtMs: number;
  /** Why the battery was tested; null where nobody said. */
  readonly complaint: Symptom | null;
  /** Ids in rising order, so that readings of the same moment keep their order. */
  readonly newId: () => string;
}

/**
 * Evidence as the readings of a run, all of one moment and in working order: `evidenceFromReadings` read backwards.
 * A file or a rack's grid becomes a run by it, which is judged just as the file was.
 */
export function readingsFromEvidence(evidence: Evidence, written: WrittenDown): Reading[] {
  const readings: Reading[] = [];
  const add = <K extends ReadingKind>(kind: K, data: ReadingData<K>, forced = false) => {
    const { runId, technicianId, instrument, takenAtMs, newId } = written;
    readings.push({
      ...{ id: newId(), runId, kind, data, takenAtMs, technicianId, instrument, forced },
      ...{ supersedesId: null, reason: null },
    } as unknown as Reading);
  };
  const addForced = <K extends ReadingKind>(
    kind: K,
    found: ({ readonly forced: boolean } & ReadingData<K>) | null,
  ) => {
    if (!found) return;
    const { forced, ...data } = found;
    add(kind, data as unknown as ReadingData<K>, forced);
  };
  add('identify', { confirmed: true });
  if (written.complaint) add('complaint', { symptom: written.complaint });
  if (evidence.inspection && isLookedAt(evidence.inspection)) add('inspection', { ...evidence.inspection });
  addCharges(evidence, add);
  if (evidence.openCircuit) {
    const { volts, temperatureC, restMinutes, surfaceRemoved, forced } = evidence.openCircuit;
    const method = surfaceRemoved ? 'headlamps' : 'rested';
    add('settle', { method, restMinutes, clockMinutes: 0 });
    add('open_circuit', { volts, temperatureC }, forced);
  }
  addForced(
    'hydrometer',
    evidence.hydrometer && { ...evidence.hydrometer, gravities: [...evidence.hydrometer.gravities] },
  );
  if (evidence.cellVolts) {
    add('cell_probe', { volts: [...evidence.cellVolts.volts], entered: 'single' }, evidence.cellVolts.forced);
  }
  addForced('conductance', evidence.conductance);
  if (evidence.load) {
    const { forced, trace, ...data } = evidence.load;
    add(
      'load',
      { ...data, ...(trace ? { trace: trace.map(([s, v, a]) => [s, v, a] as const) } : {}) },
      forced,
    );
  }
  addForced('recovery', evidence.recovery);
  if (evidence.crank) {
    const { forced, engine = 'unknown', inrushVolts = null, ...data } = evidence.crank;
    add('crank', { ...data, engine, inrushVolts }, forced);
  }
  addForced('three_minute', evidence.threeMinute);
  addForced('stand', evidence.stand);
  for (const measured of evidence.vehicleChecks) add('vehicle_check', { ...measured });
  for (const step of evidence.skipped) add('skip', { step, reason: 'passed over' });
  return readings;
}

function isLookedAt(inspection: NonNullable<Evidence['inspection']>): boolean {
  return Object.values(inspection).some((point) => point !== null);
}

function addCharges(
  { chargesGiven, chargeRefused }: Evidence,
  add: (kind: 'charge', data: ReadingData<'charge'>) => void,
): void {
  for (let given = 1; given <= chargesGiven; given++) {
    add('charge', { full: true, ...(chargeRefused && given === chargesGiven ? { refused: true } : {}) });
  }
  if (chargeRefused && chargesGiven === 0) add('charge', { full: false, refused: true });
}
