import { answerTo } from '@/entry/answer-to';
import { endSessionAsked } from '@/server/people/people';

export const DELETE = (request: Request) => answerTo(request, endSessionAsked);
