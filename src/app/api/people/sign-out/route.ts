import { answerSigning } from '@/entry/answer-to';
import { signOutAsked } from '@/server/people/sign-in';

export const POST = (request: Request) => answerSigning(request, signOutAsked);
