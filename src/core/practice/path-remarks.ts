import { VEHICLE_CHECK_LABELS } from '../assessment/ledger-surroundings';
import type { StepId } from '../assessment/step-id';
import type { Reading } from '../steps/reading';
import { STEPS } from '../steps/registry';
import { amissOnVehicle } from './on-the-vehicle';
import type { PracticeCase } from './practice-case';
import { type Remark, STEP_OF_READING } from './remark';

/** Steps that a careful hand may always add. */
const HARMLESS: ReadonlySet<StepId> = new Set([
  'inspect',
  'settle',
  'hydrometer',
  'conductance',
  'vehicle',
  'clean',
  'load',
]);
/** Load tests beyond so many only take something out of the battery. */
const ENOUGH_LOADS = 2;

/** What was left out of the shortest sound path, and what could not change the verdict any more. */
export function pathRemarks(
  practiceCase: PracticeCase,
  readings: readonly Reading[],
  path: readonly StepId[],
): Remark[] {
  const done = readings.flatMap(({ kind }) => STEP_OF_READING[kind] ?? []);
  const missed = path.filter((step) => !done.includes(step) && step !== 'settle');
  const loads = readings.filter(({ kind }) => kind === 'load').length;
  const wasted = [...new Set(done)].filter((step) => !path.includes(step) && !HARMLESS.has(step));
  return [
    ...missed.map((step): Remark => ({ kind: 'missed', text: `${STEPS[step].label} was left out.` })),
    ...elsewhereRemarks(practiceCase, readings),
    ...wasted.map(
      (step): Remark => ({
        kind: 'wasted',
        text: `${STEPS[step].label} could not change the verdict any more.`,
      }),
    ),
    ...(loads > ENOUGH_LOADS
      ? [{ kind: 'wasted', text: `${loads} load tests: each takes something out of the battery.` } as const]
      : []),
  ];
}

/** The vehicle was measured, but nowhere that something is amiss. */
function elsewhereRemarks(practiceCase: PracticeCase, readings: readonly Reading[]): Remark[] {
  const measured = readings.flatMap((reading) =>
    reading.kind === 'vehicle_check' ? reading.data.check : [],
  );
  const amiss = amissOnVehicle(practiceCase);
  if (measured.length === 0 || amiss.length === 0) return [];
  if (amiss.some(({ check }) => measured.includes(check))) return [];
  const where = amiss.map(({ check }) => VEHICLE_CHECK_LABELS[check].toLowerCase()).join(', ');
  return [{ kind: 'missed', text: `Not measured where it sat on the vehicle: ${where}.` }];
}
