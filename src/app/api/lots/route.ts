import { answerTo } from '@/entry/answer-to';

import { beginLot } from '@/server/lots';

export const POST = (request: Request) => answerTo(request, beginLot);
