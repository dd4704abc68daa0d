import { answerTo } from '@/entry/answer-to';

import { captureReading } from '@/server/runs';

export const POST = (request: Request) => answerTo(request, captureReading);
