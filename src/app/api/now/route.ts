export const dynamic = 'force-dynamic';

/** The server's clock, which a device measures its own by. */
export const GET = () => Response.json({ nowMs: Date.now() }, { headers: { 'cache-control': 'no-store' } });
