import 'server-only';
import { specOf } from '@/core/battery/battery';
import type { BenchRow, FloorView, WholeRun } from '@/core/exchange/views';
import { runState } from '@/core/procedure/run-sheet';
import { countBatteries } from '@/store/batteries';
import type { Database } from '@/store/open';
import { openRuns, runsFinishedSince } from '@/store/runs';
import { rulesOfRun } from './rules';
import { startOfToday } from './site';
import { theStore } from './store';

/** A bench holds fewer batteries than this, and a day fewer runs. */
const MOST_OPEN = 60;
const MOST_DONE = 100;

/** Shortly after midnight a shift still wants to see what it has just done, ms. */
const LEAST_BACK_MS = 4 * 3_600_000;

/** What is on the bench now and what was done today, by the site's own day; never less than the last hours. */
export async function floorView(nowMs: number): Promise<FloorView> {
  const store = await theStore();
  const open = await openRuns(store, MOST_OPEN);
  return {
    nowMs,
    onBench: await store.read((database) => benchRows(open, database, nowMs)),
    doneToday: await runsFinishedSince(
      store,
      Math.min(startOfToday(nowMs), nowMs - LEAST_BACK_MS),
      MOST_DONE,
    ),
    batteries: await countBatteries(store),
  };
}

async function benchRows(open: readonly WholeRun[], database: Database, nowMs: number): Promise<BenchRow[]> {
  const rows: BenchRow[] = [];
  for (const run of open) {
    const spec = specOf(run.battery);
    if (!spec) continue;
    const rules = await rulesOfRun(run.run, database);
    rows.push({ ...run, state: runState(spec, run.readings, rules, nowMs) });
  }
  return rows;
}
