import { answerLook } from '@/entry/answer-to';
import { findBattery } from '@/server/batteries';
import { asked } from '@/server/http';

export const GET = (request: Request) =>
  answerLook(request, (context) => findBattery(context, asked(request, 'tag') ?? ''));
