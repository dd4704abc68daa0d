import { labelSize } from '@/core/report/battery-tag';
import { answerWith } from '@/entry/answer-to';
import { refused } from '@/server/answer';
import { asked, respond, sendPaper } from '@/server/http';
import { checkLabelPaper } from '@/server/paper';

export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return answerWith(async (context) => {
    const pdf = await checkLabelPaper(context, id, labelSize(asked(request, 'size')), request.headers);
    return pdf ? sendPaper(pdf) : respond(refused('missing', 'runId', id, 'a check'));
  });
}
