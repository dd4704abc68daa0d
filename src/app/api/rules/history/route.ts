import { answerLook, asked } from '@/server/http';
import { answerHistory } from '@/server/rules';

export const GET = (request: Request) =>
  answerLook(request, () =>
    answerHistory(asked(request, 'after') ?? '', Number(asked(request, 'limit') ?? '500')),
  );
