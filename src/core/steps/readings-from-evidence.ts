import type { Evidence } from '../assessment/evidence';
import { STEP_IDS, type StepId } from '../assessment/step-id';
import type { Symptom } from './complaint/plans';
import { writtenSkips } from './of-the-run/parts';
import { newReading, type Reading } from './reading';
import { STEPS } from './registry';
import type { Written } from './step';

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

/** Evidence stands since the last charge, and so the charges are written down before what was measured after them. */
const WRITING_ORDER: readonly StepId[] = [
  ...STEP_IDS.slice(0, STEP_IDS.indexOf('settle')),
  'charge',
  ...STEP_IDS.slice(STEP_IDS.indexOf('settle')).filter((id) => id !== 'charge'),
];

/**
 * Evidence as the readings of a run, all of one moment and in working order: `evidenceFromReadings` read backwards.
 * A file or a rack's grid becomes a run by it, which is judged just as the file was.
 */
export function readingsFromEvidence(evidence: Evidence, written: WrittenDown): Reading[] {
  const { runId, technicianId, instrument, takenAtMs, newId, complaint } = written;
  const said: readonly Written[] = complaint ? [{ kind: 'complaint', data: { symptom: complaint } }] : [];
  const steps = WRITING_ORDER.flatMap((id) => [
    ...(id === 'complaint' ? said : []),
    ...STEPS[id].written(evidence),
  ]);
  return [...steps, ...writtenSkips(evidence)].map(({ kind, data, forced = false }) =>
    newReading(kind, data, { id: newId(), runId, technicianId, instrument, takenAtMs, forced }),
  );
}
