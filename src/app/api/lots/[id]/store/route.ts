import { answerTo } from '@/entry/answer-to';

import { storeLot } from '@/server/lots';

export const POST = (request: Request) => answerTo(request, storeLot);
