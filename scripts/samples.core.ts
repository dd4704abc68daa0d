import { seedDemo } from '@/store/demo/seed';
import { openStore } from '@/store/open';

/** Writes a store with the sample history into a file that is not there yet; afterwards the file alone is the store. */
export async function writeSample(file: string, nowMs: number, winters: number): Promise<void> {
  const store = await openStore(`file:${file}`);
  await seedDemo(store, nowMs, winters);
  await store.close();
}
