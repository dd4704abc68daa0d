import { answerTo } from '@/entry/answer-to';
import { keepWishAsked } from '@/server/room-asked';

export const PUT = (request: Request) => answerTo(request, keepWishAsked);
