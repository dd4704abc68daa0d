import { answerTo } from '@/entry/answer-to';
import { startCheck } from '@/server/checks';

export const POST = (request: Request) => answerTo(request, startCheck);
