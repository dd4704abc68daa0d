import { answerTo } from '@/server/http';
import { storeLot } from '@/server/lots';

export const POST = (request: Request) => answerTo(request, storeLot);
