import { answerTo } from '@/entry/answer-to';

import { undoImport } from '@/server/imports';

export const POST = (request: Request) => answerTo(request, undoImport);
