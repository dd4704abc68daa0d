import { succeed } from '@/core/quantity/result';
import { answering } from '@/server/answer';
import { copyList, makeCopy } from '@/server/copies';
import { answerLook, answerTo } from '@/server/http';

export const dynamic = 'force-dynamic';

export const GET = (request: Request) =>
  answerLook(request, () => answering(async () => succeed(await copyList())));

export const POST = (request: Request) => answerTo(request, makeCopy);
