import { answerTo } from '@/entry/answer-to';

import { discardLot, saveLot } from '@/server/lots';

export const PUT = (request: Request) => answerTo(request, saveLot);

export const DELETE = (request: Request) => answerTo(request, discardLot);
