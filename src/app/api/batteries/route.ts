import { answerTo } from '@/entry/answer-to';
import { registerBattery } from '@/server/batteries';

export const POST = (request: Request) => answerTo(request, registerBattery);
