import { answerLook } from '@/entry/answer-to';
import { fleetMore } from '@/server/fleet-list';

export const GET = (request: Request) =>
  answerLook(request, (context) => fleetMore(context, Object.fromEntries(new URL(request.url).searchParams)));
