import { answerWith } from '@/entry/answer-to';
import { ownContext } from '@/entry/context';
import { floorStream } from '@/server/floor-stream';
import { asked } from '@/server/http';
import { stillIn } from '@/server/people/admission';

export const dynamic = 'force-dynamic';

export const GET = (request: Request) =>
  answerWith(async (context) => {
    const seen = Number(asked(request, 'since') ?? '-1');
    // It is told to all who listen, and goes on when whoever asked first has left.
    return new Response(
      floorStream(
        () => ownContext(),
        request.signal,
        seen,
        () => stillIn(context),
      ),
      {
        headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store, no-transform' },
      },
    );
  });
