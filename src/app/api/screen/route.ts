import { answerTo } from '@/entry/answer-to';

import { keepScreenChoice } from '@/server/screen';

export const PUT = (request: Request) => answerTo(request, keepScreenChoice);
