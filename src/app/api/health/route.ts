import { contextHere } from '@/entry/context';
import { health } from '@/server/health';

export const dynamic = 'force-dynamic';

/** How the server does, for whoever watches it: 200 while all is well, 503 once somebody is needed. */
export async function GET() {
  const found = await health(contextHere);
  return Response.json(found, { status: found.ok ? 200 : 503, headers: { 'cache-control': 'no-store' } });
}
