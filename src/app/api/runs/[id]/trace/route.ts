import { answerWith } from '@/entry/answer-to';
import { asked, fileHeaders } from '@/server/http';
import { traceFile } from '@/server/traces';

export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return answerWith(async (context) => {
    const file = await traceFile(context, id, asked(request, 'reading'));
    if (!file) return new Response('This run has no recorded load.\n', { status: 404 });
    return new Response(file.text, { headers: fileHeaders(file.name, 'text/csv; charset=utf-8') });
  });
}
