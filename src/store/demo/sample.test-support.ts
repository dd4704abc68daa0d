import { spawnSync } from 'node:child_process';
import { copyFileSync } from 'node:fs';
import { openStore, type Store } from '../open';

/** The moment from which the sample history of the tests looks back: a Monday long past. */
export const SAMPLE_NOW_MS = Date.UTC(2026, 0, 12, 8);

/** A store with so many winters of the sample history in a file of its own, which its test may change. */
export async function sampleStore(file: string, winters: number): Promise<Store> {
  const asked = [String(SAMPLE_NOW_MS), String(winters)];
  const made = spawnSync(process.execPath, ['scripts/samples.mjs', ...asked], { encoding: 'utf8' });
  if (made.status !== 0) throw new Error(made.stderr);
  copyFileSync(made.stdout, file);
  return openStore(`file:${file}`);
}
