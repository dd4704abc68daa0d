import { answerTo } from '@/entry/answer-to';
import { bringMornings, dropMornings } from '@/server/mornings';

export const PUT = (request: Request) => answerTo(request, bringMornings);
export const DELETE = (request: Request) => answerTo(request, dropMornings);
