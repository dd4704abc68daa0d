import { labelSize } from '@/core/report/battery-tag';
import { answerWith } from '@/entry/answer-to';
import { refusedSaying } from '@/server/answer';
import { asked, respond, sendPaper } from '@/server/http';
import { labelsOf, labelsPaper } from '@/server/paper';

export const GET = (request: Request) =>
  answerWith(async (context) => {
    const batteries = new URL(request.url).searchParams.getAll('battery');
    const tags = await labelsOf(context, { batteries, lot: asked(request, 'lot') });
    if (tags.length === 0)
      return respond(refusedSaying('missing', 'battery', 'No such battery is registered.'));
    const size = labelSize(asked(request, 'size'));
    const used = Number(asked(request, 'skip') ?? '0');
    const places = size.sheet ? size.sheet.columns * size.sheet.rows : 1;
    const skip = used >= 0 && used < places ? Math.floor(used) : 0;
    const code = asked(request, 'code') === 'bars' ? 'bars' : 'square';
    return sendPaper(await labelsPaper(context, tags, { size, skip, code }));
  });
