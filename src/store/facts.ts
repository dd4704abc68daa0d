import { desc } from 'drizzle-orm';
import type { Store } from './database';
import { imports, runs } from './schema';

/** The latest moment at which anything was begun or brought in; null in an empty store. Both stand first in an index or a key. */
export function newestMoment(store: Store): Promise<number | null> {
  return store.read(async (database) => {
    const [run] = await database
      .select({ atMs: runs.finishedAtMs })
      .from(runs)
      .orderBy(desc(runs.finishedAtMs))
      .limit(1);
    const [made] = await database
      .select({ atMs: imports.madeAtMs })
      .from(imports)
      .orderBy(desc(imports.madeAtMs))
      .limit(1);
    const moments = [run?.atMs, made?.atMs].filter((atMs) => typeof atMs === 'number');
    return moments.length > 0 ? Math.max(...moments) : null;
  });
}
