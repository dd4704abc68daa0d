import { answerWatched, metaOf, refuseInput, spooled } from '@/server/http';
import { importReadings } from '@/server/imports';

export const dynamic = 'force-dynamic';

export async function POST(request: Request) {
  const body = await spooled(request);
  if (!body.ok) return refuseInput(...body.problems);
  const { path } = body.value;
  return answerWatched(request, body.value, (watched) => importReadings(metaOf(request), path, watched));
}
