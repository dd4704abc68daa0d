import { answerTo } from '@/entry/answer-to';
import { confirmAsked } from '@/server/people/confirm';

export const POST = (request: Request) => answerTo(request, confirmAsked);
