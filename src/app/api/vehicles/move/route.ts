import { answerTo } from '@/entry/answer-to';
import { moveBatteryAsked } from '@/server/vehicles';

export const POST = (request: Request) => answerTo(request, moveBatteryAsked);
