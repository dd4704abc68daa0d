import { answerWith } from '@/entry/answer-to';
import { refused } from '@/server/answer';
import { fileHeaders, respond } from '@/server/http';
import { runFile } from '@/server/site-files';

export async function GET(_request: Request, { params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return answerWith(async (context) => {
    const file = await runFile(context, id);
    if (file === undefined) return respond(refused('missing', 'runId', id, 'a run'));
    if (!file.ok) return respond(file);
    return new Response(file.value, { headers: fileHeaders(`${id}.run.json`, 'application/json') });
  });
}
