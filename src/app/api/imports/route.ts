import { IMPORT_LIMITS } from '@/core/exchange/import/limits';
import { fail } from '@/core/quantity/result';
import { answerWatched, metaOf, respond, textOf } from '@/server/http';
import { importReadings } from '@/server/imports';

export async function POST(request: Request) {
  const text = await textOf(request, IMPORT_LIMITS.bytes);
  if (typeof text !== 'string') return respond({ ...fail(text), failure: 'input' });
  return answerWatched(request, (watched) => importReadings(metaOf(request), text, watched));
}
