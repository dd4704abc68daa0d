import { correctBattery } from '@/server/batteries';
import { answerTo } from '@/server/http';

export const PUT = (request: Request) => answerTo(request, correctBattery);
