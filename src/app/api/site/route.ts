import { answerWatched, answerWith } from '@/entry/answer-to';
import { metaOf, sendFile, spooled } from '@/server/http';
import { bringIn, siteFile } from '@/server/site-files';

export const dynamic = 'force-dynamic';

export const GET = () =>
  answerWith(async (context) => sendFile(siteFile(context), 'site.integra.jsonl', 'application/x-ndjson'));

export const POST = async (request: Request) =>
  answerWatched(request, await spooled(request), (context, path, watched) =>
    bringIn(context, metaOf(request), path, watched),
  );
