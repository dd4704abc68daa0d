import { refused } from '@/server/answer';
import { fileHeaders, respond } from '@/server/http';
import { runFile } from '@/server/site-files';

export async function GET(_request: Request, { params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const text = await runFile(id);
  if (text === undefined) return respond(refused('missing', 'runId', id, 'a run'));
  return new Response(text, { headers: fileHeaders(`${id}.run.json`, 'application/json') });
}
