import { answerWith } from '@/entry/answer-to';
import { recordedBytes } from '@/server/recordings';

export const GET = (_request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answerWith(async (context) => {
    const bytes = await recordedBytes(context, (await params).id);
    if (!bytes) return new Response(null, { status: 404 });
    return new Response(new Uint8Array(bytes), {
      headers: { 'content-type': 'application/octet-stream', 'cache-control': 'no-store' },
    });
  });
