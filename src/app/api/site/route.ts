import { SITE_LIMIT_BYTES } from '@/core/exchange/import/limits';
import { fail } from '@/core/quantity/result';
import { metaOf, respond, sendFile, textOf } from '@/server/http';
import { bringIn, siteFile } from '@/server/site-files';

export const dynamic = 'force-dynamic';

export const GET = () => sendFile(siteFile(), 'site.integra.json', 'application/json');

export async function POST(request: Request) {
  const text = await textOf(request, SITE_LIMIT_BYTES);
  if (typeof text !== 'string') return respond({ ...fail(text), failure: 'input' });
  return respond(await bringIn(metaOf(request), text));
}
