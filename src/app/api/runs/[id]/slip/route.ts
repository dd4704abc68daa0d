import { refused } from '@/server/answer';
import { asked, respond } from '@/server/http';
import { slipPaper } from '@/server/paper';

export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const audience = asked(request, 'for') === 'customer' ? 'customer' : 'shop';
  const pdf = await slipPaper(id, audience, request.headers);
  if (!pdf) return respond(refused('missing', 'runId', id, 'a run of a lead-acid battery'));
  return new Response(new Uint8Array(pdf), {
    headers: { 'content-type': 'application/pdf', 'cache-control': 'no-store' },
  });
}
