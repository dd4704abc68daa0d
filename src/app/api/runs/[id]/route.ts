import { answerLook } from '@/entry/answer-to';
import { answerRun } from '@/server/runs';

export const GET = async (request: Request, { params }: { params: Promise<{ id: string }> }) => {
  const { id } = await params;
  return answerLook(request, (context) => answerRun(context, id));
};
