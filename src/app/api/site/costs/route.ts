import { answerTo } from '@/entry/answer-to';
import { saveCosts } from '@/server/plan';

export const PUT = (request: Request) => answerTo(request, saveCosts);
