import 'server-only';
import { tz } from '@date-fns/tz';
import { startOfDay } from 'date-fns';
import { specOf } from '@/core/battery/battery';
import type { FloorView } from '@/core/exchange/views';
import { runState } from '@/core/procedure/run-sheet';
import { countBatteries } from '@/store/batteries';
import { openRuns, runsFinishedSince } from '@/store/runs';
import { rulesOfRun } from './rules';
import { siteZone } from './site';
import { theStore } from './store';

/** A bench holds fewer batteries than this, and a day fewer runs. */
const MOST_OPEN = 60;
const MOST_DONE = 100;

/** What is on the bench now and what was done today, by the site's own day. */
export async function floorView(nowMs: number): Promise<FloorView> {
  const store = await theStore();
  const todayMs = startOfDay(nowMs, { in: tz(siteZone()) }).getTime();
  const open = await openRuns(store, MOST_OPEN);
  return {
    nowMs,
    onBench: open.flatMap((run) => {
      const spec = specOf(run.battery);
      return spec ? [{ ...run, state: runState(spec, run.readings, rulesOfRun(run.run), nowMs) }] : [];
    }),
    doneToday: await runsFinishedSince(store, todayMs, MOST_DONE),
    batteries: await countBatteries(store),
  };
}
