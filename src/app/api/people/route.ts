import { answerTo } from '@/entry/answer-to';
import { addPersonAsked, changePersonAsked } from '@/server/people/people';

export const POST = (request: Request) => answerTo(request, addPersonAsked);
export const PUT = (request: Request) => answerTo(request, changePersonAsked);
