import type { StepId } from '../assessment/step-id';
import { COMPLAINTS } from '../procedure/complaint';
import type { Reading } from '../procedure/reading';
import { STEPS } from '../procedure/steps';
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
  { symptom }: PracticeCase,
  readings: readonly Reading[],
  path: readonly StepId[],
): Remark[] {
  const done = readings.flatMap(({ kind }) => STEP_OF_READING[kind] ?? []);
  const vehicleFirst = COMPLAINTS[symptom].vehicleFirst !== null;
  const missed = path.filter((step) => !done.includes(step) && step !== 'settle');
  const decides = new Set<StepId>([...path, ...(vehicleFirst ? (['vehicle'] as const) : [])]);
  const loads = readings.filter(({ kind }) => kind === 'load').length;
  const wasted = [...new Set(done)].filter((step) => !decides.has(step) && !HARMLESS.has(step));
  return [
    ...missed.map((step): Remark => ({ kind: 'missed', text: `${STEPS[step].label} was left out.` })),
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
