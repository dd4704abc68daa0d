import { answerTo } from '@/entry/answer-to';
import { keepFanAsked } from '@/server/room-asked';

export const PUT = (request: Request) => answerTo(request, keepFanAsked);
