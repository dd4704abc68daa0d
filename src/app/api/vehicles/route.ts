import { answerTo } from '@/entry/answer-to';
import { keepVehicleAsked } from '@/server/vehicles';

export const POST = (request: Request) => answerTo(request, keepVehicleAsked);
