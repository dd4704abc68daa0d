import { isAhead } from '@/core/quantity/moment';
import { type Problem, problem } from '@/core/quantity/result';
import { CHECK_READINGS } from '@/core/steps/check/data';
import { MOST_READINGS, type Reading } from '@/core/steps/reading';
import { type Answer, refused, refusedSaying } from './answer';

/** What both kinds of run are called where their readings are refused, and which readings belong to them. */
const KINDS = {
  battery: { name: 'run', ofTheOther: (kind: string) => Object.hasOwn(CHECK_READINGS, kind) },
  vehicle: {
    name: 'check',
    ofTheOther: (kind: string) => !Object.hasOwn(CHECK_READINGS, kind) && kind !== 'withdrawal',
  },
} as const;

/** Why a reading does not go into a run, whatever it holds; null where it does as far as the run is concerned. */
export function refusedByRun(
  reading: Reading,
  {
    run,
    readings,
  }: { readonly run: { readonly finishedAtMs: number | null }; readonly readings: readonly Reading[] },
  nowMs: number,
  of: keyof typeof KINDS,
): Answer<never> | null {
  const { name, ofTheOther } = KINDS[of];
  if (isAhead(reading.takenAtMs, nowMs)) return refusedSaying('conflict', 'takenAtMs', AHEAD);
  if (readings.length >= MOST_READINGS)
    return refusedSaying(
      'input',
      'runId',
      `A ${name} holds ${MOST_READINGS} readings and no more: finish it and start another.`,
    );
  if (ofTheOther(reading.kind)) return refused('input', 'kind', reading.kind, `a reading of a ${of}`);
  if (run.finishedAtMs !== null)
    return refusedSaying(
      'conflict',
      'runId',
      `This ${name} was finished meanwhile. Reopen it to add a reading.`,
    );
  if (reading.supersedesId !== null && !readings.some(({ id }) => id === reading.supersedesId))
    return refused('input', 'supersedesId', reading.supersedesId, `a reading of this ${name}`);
  return null;
}

const AHEAD =
  'It is stamped ahead of the server’s clock, so the clock of this device runs ahead. It is set right and sent again.';
/** The id of a reading that stands in another run. */
export const ELSEWHERE =
  'A reading of another run has this id already, so this one was not stored: capture it again.';

/** Where the readings of a run are others than those that its end was decided on: a complaint for each. */
export function otherReadings(readings: readonly Reading[], seenIds: readonly string[]): Problem[] {
  const seen = new Set(seenIds);
  const here = new Set(readings.map(({ id }) => id));
  return [
    ...readings
      .filter(({ id }) => !seen.has(id))
      .map(({ id, kind }) => ({ ...problem('unseen', id, 'a reading that was seen'), message: kind })),
    ...seenIds
      .filter((id) => !here.has(id))
      .map((id) => ({
        ...problem('unsent', id, 'a reading that is stored'),
        message: 'A reading is not stored yet. It is sent first; then finish.',
      })),
  ];
}
