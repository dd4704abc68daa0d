import { answerTo } from '@/entry/answer-to';
import { saveSite } from '@/server/site';

export const PUT = (request: Request) => answerTo(request, saveSite);
