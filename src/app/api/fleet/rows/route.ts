import { answerLook } from '@/entry/answer-to';
import { fleetMore } from '@/server/fleet';

export const GET = (request: Request) =>
  answerLook(request, (context) => fleetMore(context, Object.fromEntries(new URL(request.url).searchParams)));
