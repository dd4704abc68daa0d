import { answerWith } from '@/entry/answer-to';
import { refused } from '@/server/answer';
import { checkFile } from '@/server/checks';
import { asked, fileHeaders, respond } from '@/server/http';

export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const asRows = asked(request, 'as') === 'csv';
  return answerWith(async (context) => {
    const text = await checkFile(context, id, asRows ? 'csv' : 'json');
    if (text === undefined) return respond(refused('missing', 'runId', id, 'a check'));
    const [name, type] = asRows ? [`${id}.check.csv`, 'text/csv'] : [`${id}.check.json`, 'application/json'];
    return new Response(text, { headers: fileHeaders(name, `${type}; charset=utf-8`) });
  });
}
