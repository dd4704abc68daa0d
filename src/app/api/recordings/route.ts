import { answerTo, answerWatched } from '@/entry/answer-to';
import { metaOf, spooled } from '@/server/http';
import { changeRecordingAsked, endRecording, keepRecording } from '@/server/recordings';

export const dynamic = 'force-dynamic';

export const POST = async (request: Request) =>
  answerWatched(request, await spooled(request), (context, path) =>
    keepRecording(context, metaOf(request), path),
  );

export const PUT = (request: Request) => answerTo(request, changeRecordingAsked);

export const DELETE = (request: Request) => answerTo(request, endRecording);
