import { answerWith } from '@/entry/answer-to';
import { refused } from '@/server/answer';
import { asked, respond, sendPaper } from '@/server/http';
import { slipPaper } from '@/server/paper';

export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const audience = asked(request, 'for') === 'customer' ? 'customer' : 'shop';
  return answerWith(async (context) => {
    const pdf = await slipPaper(context, id, audience, request.headers);
    return pdf ? sendPaper(pdf) : respond(refused('missing', 'runId', id, 'a run of a lead-acid battery'));
  });
}
