import type { Problem } from '@/core/quantity/result';
import type { ExaminedThere } from '@/workers/recording.messages';
import type { RecordingDesk } from '@/workers/recording-desk';
import { changeRecording } from './change-recording';
import { keptFound } from './kept-found';

interface Kept {
  readonly id: string;
  readonly technicianId: string;
  readonly vehicleId: string;
  readonly checkId: string | null;
  readonly cylinders: number | null;
  readonly name: string;
  readonly takenAtMs: number;
  readonly temperatureC: number | null;
  /** What was found by itself, and what stands now. */
  readonly first: ExaminedThere;
  readonly examined: ExaminedThere;
}

/** Sends a recording, squeezed, with what was found in it; then what hands have moved already. Answers what is wrong. */
export async function keepRecording(
  desk: RecordingDesk,
  { first, examined, ...about }: Kept,
): Promise<readonly Problem[]> {
  const packed = await desk.ask('pack', {});
  if (!packed.ok) return packed.problems;
  const meta = JSON.stringify({ ...about, found: keptFound(first) });
  const response = await fetch(`/api/recordings?meta=${encodeURIComponent(meta)}`, {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream' },
    body: packed.value,
  }).catch(() => null);
  const text = await response?.text().catch(() => null);
  const last = text?.trim().split('\n').at(-1);
  const wrong = last ? problemsIn(last) : [NO_ANSWER];
  if (wrong.length > 0 || examined === first) return wrong;
  const { id, name, temperatureC, cylinders } = about;
  return changeRecording({ id, name, temperatureC, cylinders, moved: keptFound(examined), seenRevision: 1 });
}

const NO_ANSWER: Problem = {
  field: 'server',
  found: '',
  expected: '',
  message: 'The server does not answer. Nothing was kept; try again.',
};

function problemsIn(line: string): readonly Problem[] {
  try {
    const answer = JSON.parse(line) as { readonly ok?: boolean; readonly problems?: readonly Problem[] };
    return answer.ok === true ? [] : (answer.problems ?? [NO_ANSWER]);
  } catch {
    return [NO_ANSWER];
  }
}
