import { answerTo, respond } from '@/server/http';
import { answerRules, saveRules } from '@/server/rules';

export const dynamic = 'force-dynamic';

export const GET = async () => respond(await answerRules());

export const POST = (request: Request) => answerTo(request, saveRules);
