import { answerTo } from '@/entry/answer-to';

import { registerTechnician } from '@/server/technicians';

export const POST = (request: Request) => answerTo(request, registerTechnician);
