import { answerTo } from '@/entry/answer-to';
import { keepChargerAsked } from '@/server/chargers';

export const PUT = (request: Request) => answerTo(request, keepChargerAsked);
