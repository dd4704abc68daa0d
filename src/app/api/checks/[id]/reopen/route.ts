import { answerTo } from '@/entry/answer-to';
import { reopenCheckAsked } from '@/server/checks';

export const POST = (request: Request) => answerTo(request, reopenCheckAsked);
