import { answerTo } from '@/entry/answer-to';
import { saveIdle } from '@/server/site';

export const PUT = (request: Request) => answerTo(request, saveIdle);
