import { answerTo } from '@/entry/answer-to';
import { keepWishAsked } from '@/server/room';

export const PUT = (request: Request) => answerTo(request, keepWishAsked);
