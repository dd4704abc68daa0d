import { answerWith } from '@/entry/answer-to';
import { fleetCsv } from '@/server/fleet-csv';
import { asked, fileHeaders } from '@/server/http';

export const GET = (request: Request) =>
  answerWith(async (context) => {
    const ask = (asked(request, 'ask') ?? 'first').replace(/[^a-z]/g, '');
    const text = await fleetCsv(context, ask, Object.fromEntries(new URL(request.url).searchParams));
    return new Response(text, { headers: fileHeaders(`fleet-${ask}.csv`, 'text/csv; charset=utf-8') });
  });
