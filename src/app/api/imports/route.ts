import { answerWatched } from '@/entry/answer-to';
import { metaOf, spooled } from '@/server/http';
import { importReadings } from '@/server/imports';

export const dynamic = 'force-dynamic';

export const POST = async (request: Request) =>
  answerWatched(request, await spooled(request), (context, path, watched) =>
    importReadings(context, metaOf(request), path, watched),
  );
