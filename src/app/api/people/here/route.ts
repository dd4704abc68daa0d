import { succeed } from '@/core/quantity/result';
import { answerLook } from '@/entry/answer-to';
import { signInView } from '@/server/people/sign-in-view';

/** Who can sign in here; asked for by a page that has locked. */
export const GET = (request: Request) =>
  answerLook(request, async (context) => succeed(await signInView(context)));
