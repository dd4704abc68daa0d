import { answerWith } from '@/entry/answer-to';
import { asked, sendFile } from '@/server/http';
import { runsCsv } from '@/server/lists';

export const GET = (request: Request) =>
  answerWith(async (context) => {
    const wanted = { batteryId: asked(request, 'battery'), today: asked(request, 'today') !== null };
    return sendFile(runsCsv(context, wanted), 'readings.csv', 'text/csv; charset=utf-8');
  });
