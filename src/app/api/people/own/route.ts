import { answerTo } from '@/entry/answer-to';
import { ownSecretAsked } from '@/server/people/people';

export const PUT = (request: Request) => answerTo(request, ownSecretAsked);
