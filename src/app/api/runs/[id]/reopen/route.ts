import { answerTo } from '@/entry/answer-to';

import { reopenRun } from '@/server/runs';

export const POST = (request: Request) => answerTo(request, reopenRun);
