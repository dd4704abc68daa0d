import { answerTo } from '@/server/http';
import { finishRun } from '@/server/runs';

export const POST = (request: Request) => answerTo(request, finishRun);
