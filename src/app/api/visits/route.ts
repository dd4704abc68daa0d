import { answerTo } from '@/entry/answer-to';
import { arriveAsked } from '@/server/visits';

export const POST = (request: Request) => answerTo(request, arriveAsked);
