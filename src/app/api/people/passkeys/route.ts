import { answerTo } from '@/entry/answer-to';
import { addPasskeyAsked, placeIn, removePasskeyAsked } from '@/server/people/passkeys';

export const POST = (request: Request) =>
  answerTo(request, (context, input) => addPasskeyAsked(context, placeIn(request.headers), input));
export const DELETE = (request: Request) => answerTo(request, removePasskeyAsked);
