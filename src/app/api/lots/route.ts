import { answerTo } from '@/server/http';
import { beginLot } from '@/server/lots';

export const POST = (request: Request) => answerTo(request, beginLot);
