import { answerTo } from '@/entry/answer-to';

import { captureAnywhere } from '@/server/runs';

export const POST = (request: Request) => answerTo(request, captureAnywhere);
