import { succeed } from '@/core/quantity/result';
import { answerLook, answerTo } from '@/entry/answer-to';
import { roomView } from '@/server/room';
import { keepRoomAsked } from '@/server/room-asked';

export const GET = (request: Request) =>
  answerLook(request, async (context) => succeed(await roomView(context)));
export const PUT = (request: Request) => answerTo(request, keepRoomAsked);
