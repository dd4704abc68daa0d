import { answerSigning } from '@/entry/answer-to';
import { firstLeadAsked } from '@/server/people/sign-in';

export const POST = (request: Request) => answerSigning(request, firstLeadAsked);
