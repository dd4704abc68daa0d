import { answerTo } from '@/entry/answer-to';
import { forgetViewAsked, keepViewAsked } from '@/server/fleet-views';

export const PUT = (request: Request) => answerTo(request, keepViewAsked);
export const DELETE = (request: Request) => answerTo(request, forgetViewAsked);
