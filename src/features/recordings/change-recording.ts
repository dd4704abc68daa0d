import type { Problem } from '@/core/quantity/result';
import type { KeptFound } from '@/core/recording/found-schema';
import { problemsOf, send } from '@/ui/api';

/** What hands may change of a recording. */
export interface RecordingChange {
  readonly id: string;
  readonly name: string;
  readonly temperatureC: number | null;
  readonly cylinders: number | null;
  readonly moved: KeptFound | null;
  readonly seenRevision: number;
}

/** Keeps what was changed; answers what is wrong. */
export async function changeRecording(change: RecordingChange): Promise<readonly Problem[]> {
  return problemsOf(await send('/api/recordings', change, { method: 'PUT' }));
}
