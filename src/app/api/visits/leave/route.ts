import { answerTo } from '@/entry/answer-to';
import { leaveAsked } from '@/server/visits';

export const POST = (request: Request) => answerTo(request, leaveAsked);
