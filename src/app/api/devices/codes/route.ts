import { answerTo } from '@/entry/answer-to';
import { enrolCodeAsked } from '@/server/people/people';

export const POST = (request: Request) => answerTo(request, enrolCodeAsked);
