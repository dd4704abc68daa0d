import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { RunView } from '@/core/exchange/views';
import type { Answer } from './answer';
import type { Context } from './context';
import type { Watched } from './http';
import { answerRun, finishRun } from './runs';

/** A text as the file that a request’s body was written to. */
export function bodyFile(text: string): string {
  const path = join(mkdtempSync(join(tmpdir(), 'integra-body-')), 'body');
  writeFileSync(path, text);
  return path;
}

/** Nobody watches, nobody stops. */
export const UNWATCHED: Watched = { onProgress: () => {}, signal: new AbortController().signal };

/** Finishes a run with all of its readings seen, as a screen that shows them does. */
export async function finishSeen(
  context: Context,
  runId: string,
  technicianId: string,
): Promise<Answer<RunView>> {
  const view = await answerRun(context, runId);
  if (!view.ok) return view;
  const seenReadingIds = view.value.readings.map(({ id }) => id);
  return finishRun(context, { runId, technicianId, seenReadingIds });
}
