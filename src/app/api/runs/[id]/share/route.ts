import { answerTo } from '@/entry/answer-to';
import { shareSlip, takeShareBack } from '@/server/people/share';

interface Props {
  readonly params: Promise<{ id: string }>;
}

export async function POST(request: Request, { params }: Props) {
  const { id } = await params;
  return answerTo(request, (context, input) => shareSlip(context, id, input));
}

export async function DELETE(request: Request, { params }: Props) {
  const { id } = await params;
  return answerTo(request, (context, input) => takeShareBack(context, id, input));
}
