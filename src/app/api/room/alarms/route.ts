import { succeed } from '@/core/quantity/result';
import { answerLook } from '@/entry/answer-to';
import { chargeAlarms } from '@/server/room';

export const GET = (request: Request) =>
  answerLook(request, async (context) => succeed(await chargeAlarms(context)));
