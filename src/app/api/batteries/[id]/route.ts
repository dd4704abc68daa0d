import { answerTo } from '@/entry/answer-to';
import { correctBattery } from '@/server/batteries';

export const PUT = (request: Request) => answerTo(request, correctBattery);
