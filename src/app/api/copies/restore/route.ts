import { answerTo } from '@/entry/answer-to';
import { restoreCopy } from '@/server/copies';

export const POST = (request: Request) => answerTo(request, restoreCopy);
