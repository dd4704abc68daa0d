import { restoreCopy } from '@/server/copies';
import { answerTo } from '@/server/http';

export const POST = (request: Request) => answerTo(request, restoreCopy);
