import { answerTo } from '@/entry/answer-to';
import { bringVehicles } from '@/server/vehicles';

export const POST = (request: Request) => answerTo(request, bringVehicles);
