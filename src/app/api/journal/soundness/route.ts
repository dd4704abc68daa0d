import { answerTo } from '@/entry/answer-to';
import { journalCheck } from '@/server/people/journal-check';

export const POST = (request: Request) => answerTo(request, journalCheck);
