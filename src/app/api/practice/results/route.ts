import { answerTo } from '@/entry/answer-to';
import { keepPracticeAsked } from '@/server/people/practice';

export const POST = (request: Request) => answerTo(request, keepPracticeAsked);
