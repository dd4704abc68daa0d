import { answerSigning } from '@/entry/answer-to';
import { passkeySignIn, placeIn } from '@/server/people/passkeys';

export const POST = (request: Request) =>
  answerSigning(request, (context, input) => passkeySignIn(context, placeIn(request.headers), input));
