import { succeed } from '@/core/quantity/result';
import { answerTo } from '@/entry/answer-to';

/** Says that somebody is at this bench, though nothing else is asked for: the front door has noted it. */
export const POST = (request: Request) => answerTo(request, async () => succeed(null));
