import { answerTo } from '@/entry/answer-to';

import { answerKnown } from '@/server/imports';

export const POST = (request: Request) => answerTo(request, answerKnown);
