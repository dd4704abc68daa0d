import { answerWith } from '@/entry/answer-to';
import { asked, respond, sendFile } from '@/server/http';
import { runsCsv } from '@/server/lists';
import { mayNot } from '@/server/people/may';

export const GET = (request: Request) =>
  answerWith(async (context) => {
    const batteryId = asked(request, 'battery');
    const today = asked(request, 'today') !== null;
    const barred = mayNot(context, batteryId ? 'export_one' : today ? 'export_lists' : 'export_site');
    if (barred) return respond(barred);
    const wanted = { batteryId, today };
    return sendFile(runsCsv(context, wanted), 'readings.csv', 'text/csv; charset=utf-8');
  });
