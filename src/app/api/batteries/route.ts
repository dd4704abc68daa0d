import { registerBattery } from '@/server/batteries';
import { answerTo } from '@/server/http';

export const POST = (request: Request) => answerTo(request, registerBattery);
