import { answerTo } from '@/server/http';
import { reopenRun } from '@/server/runs';

export const POST = (request: Request) => answerTo(request, reopenRun);
