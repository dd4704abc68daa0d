import { answerWith } from '@/entry/answer-to';
import { asked, sendFile } from '@/server/http';
import { batteriesCsv } from '@/server/lists';

export const GET = (request: Request) =>
  answerWith(async (context) => {
    const words = asked(request, 'q')?.slice(0, 200) ?? '';
    return sendFile(batteriesCsv(context, words), 'batteries.csv', 'text/csv; charset=utf-8');
  });
