import { answerLook } from '@/entry/answer-to';
import { asked } from '@/server/http';
import { answerHistory } from '@/server/rules';

export const GET = (request: Request) =>
  answerLook(request, (context) =>
    answerHistory(context, asked(request, 'after') ?? '', Number(asked(request, 'limit') ?? '500')),
  );
