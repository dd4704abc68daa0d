import { answerTo } from '@/entry/answer-to';

import { finishRun } from '@/server/runs';

export const POST = (request: Request) => answerTo(request, finishRun);
