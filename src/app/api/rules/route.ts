import { answerLook, answerTo } from '@/entry/answer-to';

import { answerRules, saveRules } from '@/server/rules';

export const dynamic = 'force-dynamic';

export const GET = (request: Request) => answerLook(request, answerRules);

export const POST = (request: Request) => answerTo(request, saveRules);
