import 'server-only';
import type { FleetLearned } from '@/core/history/fleet-learning';
import type { HouseRules } from '@/core/rules/house-rules';
import { STANDARD_RULES } from '@/core/rules/standard-rules';
import { keepLearned, learnedLast } from '@/store/learned';
import type { Store } from '@/store/open';
import { outdateAll, outdateUnfinished, takeOn } from '@/store/outdate';
import { keepOutlooks } from '@/store/outlooks';
import { newestRules } from '@/store/rules';
import { siteOf } from '@/store/sites';
import { calmAwaited } from './calm';
import { onChange } from './changes';
import type { Log } from './context';
import type { Settings } from './settings';
import { placeOf } from './store-place';
import { offLoop } from './threads';

/** Batteries that are worked out by one thread at a time, and written at once: little enough for a capture to pass between two. */
const AT_ONCE = 25;
/** Stretches under way: one more than threads, so that none waits for the next. */
const UNDER_WAY = 3;
/** What a fleet says of itself is worked out anew after so long. */
const LEARNED_FOR_MS = 24 * 3_600_000;

/** What keeps outlooks up to date: the store, a clock, and where what goes wrong is told. */
export interface OutlookKeeper {
  readonly settings: Settings;
  readonly store: Store;
  readonly now: () => number;
  readonly log: Pick<Log, 'error'>;
}

/**
 * Works out anew what is expected of batteries whose runs have changed, whenever something changes, one after another and
 * between captures. Answers with what ends it, which answers once nothing reads or writes any more.
 */
export function keepOutlooksFresh(keeper: OutlookKeeper): () => Promise<void> {
  let running: Promise<void> | null = null;
  let again = true;
  let ended = false;
  const calm = calmAwaited();
  const work = async () => {
    try {
      while (again && !ended) {
        again = false;
        await renewOutlooks(keeper, async () => {
          await calm();
          return !ended;
        });
      }
    } catch (error) {
      // It is tried again with the next change.
      if (!ended) keeper.log.error(error);
    } finally {
      running = null;
    }
  };
  const run = () => {
    again = true;
    if (!ended) running ??= work();
  };
  const begun = keeper.store.write(outdateUnfinished).then(run, (error) => keeper.log.error(error));
  const leave = onChange(run);
  return async () => {
    ended = true;
    leave();
    await begun;
    await running;
  };
}

/**
 * Works out everything that is out of date; answers with how many batteries that were.
 * @param goesOn asked between stretches, with how many were done
 */
export async function renewOutlooks(
  keeper: OutlookKeeper,
  goesOn: (done: number) => boolean | Promise<boolean> = () => true,
): Promise<number> {
  const fleet = await fleetLearned(keeper);
  const underWay = new Set<Promise<void>>();
  let done = 0;
  try {
    for (;;) {
      // Whatever changes from here on is found out of date once more, and worked out again.
      const ids = await keeper.store.write((transaction) => takeOn(transaction, AT_ONCE));
      if (ids.length === 0) break;
      const stretch = workOut(keeper, ids, fleet).finally(() => underWay.delete(stretch));
      // What goes wrong is told where it is waited for, not as nobody's.
      stretch.catch(() => {});
      underWay.add(stretch);
      if (underWay.size >= UNDER_WAY) await Promise.race(underWay);
      done += ids.length;
      if (!(await goesOn(done))) break;
    }
  } finally {
    await Promise.all(underWay);
  }
  return done;
}

/**
 * Works some out in a thread, which reads them by itself, and keeps them. Those that go wrong stay taken on, out of the way of the
 * others, until the server starts again.
 */
async function workOut(keeper: OutlookKeeper, ids: readonly string[], fleet: FleetLearned): Promise<void> {
  const { store, now } = keeper;
  const nowMs = now();
  const job = { place: placeOf(keeper), ids, rules: await rulesNow(store), fleet, nowMs };
  const made = await offLoop(keeper, 'outlooks', job, {});
  const kept = made.map(([batteryId, figures]) => ({ batteryId, madeAtMs: nowMs, ...figures }));
  await store.write((transaction) => keepOutlooks(transaction, ids, kept));
}

/** The house rules of today; the standard ones where the house has none that can be read. */
async function rulesNow(store: Store): Promise<HouseRules> {
  return store.read(async (database) => {
    const site = await siteOf(database);
    const newest = site && (await newestRules(database, site.rulesId));
    return newest ?? STANDARD_RULES;
  });
}

/** What the fleet has said of itself: as it was worked out last, or anew where that is long ago. */
async function fleetLearned(keeper: OutlookKeeper): Promise<FleetLearned> {
  const { store, now } = keeper;
  const known = await store.read(learnedLast);
  const nowMs = now();
  if (known && nowMs - known.madeAtMs < LEARNED_FOR_MS) return known.learned;
  const learned = await offLoop(keeper, 'learned', { place: placeOf(keeper), nowMs }, {});
  await store.write(async (transaction) => {
    await keepLearned(transaction, nowMs, learned);
    // What the fleet has said counts for every battery of it.
    await outdateAll(transaction, known ? 'all' : 'missing');
  });
  return learned;
}
