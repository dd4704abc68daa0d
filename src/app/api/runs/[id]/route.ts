import { respond } from '@/server/http';
import { answerRun } from '@/server/runs';

export const GET = async (_request: Request, { params }: { params: Promise<{ id: string }> }) =>
  respond(await answerRun((await params).id));
