import { answerLook } from '@/entry/answer-to';
import { answerCheck } from '@/server/checks';

export const GET = async (request: Request, { params }: { params: Promise<{ id: string }> }) => {
  const { id } = await params;
  return answerLook(request, (context) => answerCheck(context, id));
};
