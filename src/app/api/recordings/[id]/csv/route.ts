import { answerWith } from '@/entry/answer-to';
import { sendFile } from '@/server/http';
import { recordingCsv } from '@/server/recordings';

export const GET = (_request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answerWith(async (context) => {
    const pieces = await recordingCsv(context, (await params).id);
    return pieces
      ? sendFile(pieces, 'recording.csv', 'text/csv; charset=utf-8')
      : new Response(null, { status: 404 });
  });
