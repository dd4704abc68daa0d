import { answerWatched, metaOf, refuseInput, sendFile, spooled } from '@/server/http';
import { bringIn, siteFile } from '@/server/site-files';

export const dynamic = 'force-dynamic';

export const GET = () => sendFile(siteFile(), 'site.integra.jsonl', 'application/x-ndjson');

export async function POST(request: Request) {
  const body = await spooled(request);
  if (!body.ok) return refuseInput(...body.problems);
  const { path } = body.value;
  return answerWatched(request, body.value, (watched) => bringIn(metaOf(request), path, watched));
}
