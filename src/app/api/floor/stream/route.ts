import { floorStream } from '@/server/floor-stream';
import { asked } from '@/server/http';

export const dynamic = 'force-dynamic';

export function GET(request: Request) {
  const seen = Number(asked(request, 'since') ?? '-1');
  return new Response(floorStream(request.signal, seen), {
    headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store, no-transform' },
  });
}
