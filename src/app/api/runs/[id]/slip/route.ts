import { slipPdf } from '@/paper/slip-pdf';
import { refused } from '@/server/answer';
import { respond } from '@/server/http';
import { addressOf, paperDay, paperMoment, slipView } from '@/server/paper';

export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const audience = new URL(request.url).searchParams.get('for') === 'customer' ? 'customer' : 'shop';
  const slip = await slipView(id, audience);
  if (!slip) return respond(refused('missing', 'runId', id, 'a run of a lead-acid battery'));
  const pdf = await slipPdf(slip, {
    address: `${addressOf(request.headers)}/bench/${id}`,
    testedAt: paperMoment(slip.testedAtMs),
    nextCheck: slip.nextCheckMs === null ? null : paperDay(slip.nextCheckMs),
  });
  return new Response(new Uint8Array(pdf), {
    headers: { 'content-type': 'application/pdf', 'cache-control': 'no-store' },
  });
}
