import { labelsAsked } from '@/app/labels/asked';
import { labelSize } from '@/core/report/battery-tag';
import { answerWith } from '@/entry/answer-to';
import { refusedSaying } from '@/server/answer';
import { asked, respond, sendPaper } from '@/server/http';
import { labelsOf, labelsPaper } from '@/server/paper';

export const GET = (request: Request) =>
  answerWith(async (context) => {
    const found = await labelsOf(context, labelsAsked(new URL(request.url).searchParams));
    if (!found.ok) return respond({ ...found, failure: 'input' });
    const { labels } = found.value;
    if (labels.length === 0)
      return respond(refusedSaying('missing', 'battery', 'There is no such label to print.'));
    const size = labelSize(asked(request, 'size'));
    const used = Number(asked(request, 'skip') ?? '0');
    const places = size.sheet ? size.sheet.columns * size.sheet.rows : 1;
    const skip = used >= 0 && used < places ? Math.floor(used) : 0;
    const code = asked(request, 'code') === 'bars' ? 'bars' : 'square';
    return sendPaper(await labelsPaper(context, labels, { size, skip, code }));
  });
