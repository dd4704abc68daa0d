import { answerTo } from '@/entry/answer-to';

import { judgeLotByToday } from '@/server/lots';

export const PUT = (request: Request) => answerTo(request, judgeLotByToday);
