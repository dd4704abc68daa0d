import { answerTo } from '@/entry/answer-to';
import { passkeyChallenge, placeIn } from '@/server/people/passkeys';

export const POST = (request: Request) => answerTo(request, () => passkeyChallenge(placeIn(request.headers)));
