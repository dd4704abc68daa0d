import { answerWith } from '@/entry/answer-to';
import { refused } from '@/server/answer';
import { fileHeaders, respond } from '@/server/http';
import { lotCsv } from '@/server/lots';

export async function GET(_request: Request, { params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return answerWith(async (context) => {
    const list = await lotCsv(context, id);
    if (!list) return respond(refused('missing', 'id', id, 'a rack'));
    return new Response(list.text, { headers: fileHeaders(`${list.name}.csv`, 'text/csv; charset=utf-8') });
  });
}
