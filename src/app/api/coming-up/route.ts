import { answerLook } from '@/entry/answer-to';
import { comingUp } from '@/server/coming-up';

export const GET = (request: Request) => answerLook(request, comingUp);
