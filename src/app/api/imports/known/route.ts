import { answerLong } from '@/server/http';
import { answerKnown } from '@/server/imports';

export const POST = (request: Request) => answerLong(request, answerKnown);
