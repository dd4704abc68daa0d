import 'server-only';
import { CORE_VERSION } from '@/core/assessment/core-version';
import { isStoreFault } from '@/store/fault';
import type { Context } from './context';
import { copyAgeMs } from './copies';
import { diskState } from './disk';
import { storeWarnings } from './warnings';

/** How the server does: its store, its disk, the age of the last copy; and in words what needs somebody. */
export interface Health {
  readonly ok: boolean;
  readonly core: string;
  readonly store: { readonly ok: boolean; readonly fault: string | null };
  readonly disk: { readonly ok: boolean; readonly freeMegabytes: number } | null;
  readonly lastCopy: { readonly ageHours: number } | null;
  readonly memoryMegabytes: number;
  readonly warnings: readonly string[];
}

/** @param open the context; it fails where the store cannot be opened */
export async function health(open: () => Promise<Context>): Promise<Health> {
  const memoryMegabytes = Math.round(process.memoryUsage.rss() / 1_000_000);
  try {
    const context = await open();
    const { store } = context;
    await store.read((database) => database.query.storeFacts.findFirst());
    const fault = store.fault();
    const disk = await diskState(store.file);
    const ageMs = await copyAgeMs(context);
    return {
      ok: fault === null && disk?.ok !== false,
      core: CORE_VERSION,
      disk,
      memoryMegabytes,
      store: { ok: fault === null, fault: fault?.message ?? null },
      lastCopy: ageMs === null ? null : { ageHours: Math.round(ageMs / 360_000) / 10 },
      warnings: await storeWarnings(context),
    };
  } catch (error) {
    if (!isStoreFault(error)) throw error;
    return {
      ok: false,
      core: CORE_VERSION,
      disk: null,
      lastCopy: null,
      memoryMegabytes,
      store: { ok: false, fault: error.message },
      warnings: [error.message],
    };
  }
}
