import { labelSize } from '@/core/report/battery-tag';
import { refusedSaying } from '@/server/answer';
import { asked, respond } from '@/server/http';
import { labelsOf, labelsPaper } from '@/server/paper';

export async function GET(request: Request) {
  const { searchParams } = new URL(request.url);
  const tags = await labelsOf({ batteries: searchParams.getAll('battery'), lot: asked(request, 'lot') });
  if (tags.length === 0)
    return respond(refusedSaying('missing', 'battery', 'No such battery is registered.'));
  const size = labelSize(asked(request, 'size'));
  const used = Number(asked(request, 'skip') ?? '0');
  const places = size.sheet ? size.sheet.columns * size.sheet.rows : 1;
  const skip = used >= 0 && used < places ? Math.floor(used) : 0;
  const pdf = await labelsPaper(tags, {
    size,
    skip,
    code: asked(request, 'code') === 'bars' ? 'bars' : 'square',
  });
  return new Response(new Uint8Array(pdf), {
    headers: { 'content-type': 'application/pdf', 'cache-control': 'no-store' },
  });
}
