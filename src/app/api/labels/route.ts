import { labelSize } from '@/core/report/battery-tag';
import { labelsPdf } from '@/paper/labels-pdf';
import { refusedSaying } from '@/server/answer';
import { respond } from '@/server/http';
import { labelsOf, paperDay } from '@/server/paper';

export async function GET(request: Request) {
  const { searchParams } = new URL(request.url);
  const tags = await labelsOf({ batteries: searchParams.getAll('battery'), lot: searchParams.get('lot') });
  if (tags.length === 0)
    return respond(refusedSaying('missing', 'battery', 'No such battery is registered.'));
  const size = labelSize(searchParams.get('size'));
  const labels = tags.map((tag) => ({
    ...tag,
    verdict: tag.verdict && { ...tag.verdict, day: paperDay(tag.verdict.atMs) },
    nextCheck: tag.nextCheckMs === null ? null : paperDay(tag.nextCheckMs),
  }));
  const used = Number(searchParams.get('skip') ?? '0');
  const places = size.sheet ? size.sheet.columns * size.sheet.rows : 1;
  const skip = used >= 0 && used < places ? Math.floor(used) : 0;
  const pdf = await labelsPdf(labels, size, searchParams.get('code') === 'bars' ? 'bars' : 'square', skip);
  return new Response(new Uint8Array(pdf), {
    headers: { 'content-type': 'application/pdf', 'cache-control': 'no-store' },
  });
}
