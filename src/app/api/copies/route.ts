import { succeed } from '@/core/quantity/result';
import { answerLook, answerTo } from '@/entry/answer-to';
import { copyList, makeCopy } from '@/server/copies';

export const dynamic = 'force-dynamic';

export const GET = (request: Request) =>
  answerLook(request, async (context) => succeed(await copyList(context)));

export const POST = (request: Request) => answerTo(request, (context) => makeCopy(context));
