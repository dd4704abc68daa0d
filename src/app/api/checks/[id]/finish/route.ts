import { answerTo } from '@/entry/answer-to';
import { finishCheck } from '@/server/checks';

export const POST = (request: Request) => answerTo(request, finishCheck);
