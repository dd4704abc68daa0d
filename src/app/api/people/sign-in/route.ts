import { answerSigning } from '@/entry/answer-to';
import { signInAsked } from '@/server/people/sign-in';

export const POST = (request: Request) => answerSigning(request, signInAsked);
