import { answerTo } from '@/server/http';
import { startRun } from '@/server/runs';

export const POST = (request: Request) => answerTo(request, startRun);
