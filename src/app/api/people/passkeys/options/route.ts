import { answerTo } from '@/entry/answer-to';
import { passkeyOptions, placeIn } from '@/server/people/passkeys';

export const POST = (request: Request) =>
  answerTo(request, (context) => passkeyOptions(context, placeIn(request.headers)));
