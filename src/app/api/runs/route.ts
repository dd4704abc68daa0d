import { answerTo } from '@/entry/answer-to';

import { startRun } from '@/server/runs';

export const POST = (request: Request) => answerTo(request, startRun);
