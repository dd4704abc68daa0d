import { answerTo } from '@/server/http';
import { answerKnown } from '@/server/imports';

export const POST = (request: Request) => answerTo(request, answerKnown);
