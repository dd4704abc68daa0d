import 'server-only';
import { statfs } from 'node:fs/promises';
import { dirname } from 'node:path';

/** Less room than this on the disk of the data is told: a day of captures needs a tenth of it, a copy perhaps all. */
const LEAST_FREE_BYTES = 500_000_000;

/** How much room is left where the data is; null where another machine keeps it. */
export async function diskState(
  file: string | null,
): Promise<{ readonly ok: boolean; readonly freeMegabytes: number } | null> {
  if (file === null) return null;
  const { bavail, bsize } = await statfs(dirname(file));
  const free = bavail * bsize;
  return { ok: free >= LEAST_FREE_BYTES, freeMegabytes: Math.floor(free / 1_000_000) };
}
