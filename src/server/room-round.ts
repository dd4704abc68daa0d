import 'server-only';
import { group } from 'd3-array';
import { specOf } from '@/core/battery/battery';
import { equaliseByMs, isEqualised, USUAL_EQUALISE_DAYS } from '@/core/charging/equalising';
import type { RoundUnit, RoundView } from '@/core/exchange/room-views';
import { deepCycled } from '@/store/equalising';
import type { Context } from './context';
import { idleBatteries, storeC } from './fleet-answers';
import { roomFacts } from './room';

const MS_PER_DAY = 86_400_000;
const USUAL_DAYS = 7;
const MOST_DAYS = 60;
/** Longer ago than this nobody asks when it was equalised: then it is told that it was not. */
const LOOKED_BACK_DAYS = 400;
const MOST_DEEP = 5000;

/** Whom the next round through store and yard is for: what runs low in store, and what is to be equalised, place by place. */
export async function roundView(
  context: Context,
  asked: Readonly<Record<'days' | 'celsius', string | undefined>>,
): Promise<RoundView> {
  const nowMs = context.now();
  const days = daysIn(asked.days);
  const celsius = storeC(asked.celsius);
  const byMs = nowMs + days * MS_PER_DAY;
  const low = (await idleBatteries(context, celsius)).filter(({ topUpByMs }) => topUpByMs <= byMs);
  const even = (await toEqualise(context)).filter(({ equalise }) => equalise.byMs <= byMs);
  const units = new Map<string, RoundUnit>(
    low.map(({ battery, nowPct, topUpByMs }) => [
      battery.id,
      { battery, charge: { nowPct, byMs: topUpByMs }, equalise: null },
    ]),
  );
  for (const { battery, equalise } of even)
    units.set(battery.id, { battery, charge: units.get(battery.id)?.charge ?? null, equalise });
  const places = [...group(units.values(), ({ battery }) => battery.place)];
  return {
    nowMs,
    days,
    celsius,
    places: places
      .map(([place, inPlace]) => ({ place, units: inPlace }))
      .sort((one, other) => one.place.localeCompare(other.place, 'en', { numeric: true })),
  };
}

/** What is equalised by schedule, and when next; nothing where the house has none. */
async function toEqualise(context: Context) {
  const everyDays = (await roomFacts(context)).equaliseEveryDays;
  if (everyDays === null) return [];
  const sinceMs = context.now() - LOOKED_BACK_DAYS * MS_PER_DAY;
  const some = await context.store.read((database) => deepCycled(database, sinceMs, MOST_DEEP));
  return some.flatMap(({ battery, knownSinceMs, equalisedMs }) => {
    const spec = specOf(battery);
    if (!spec || !isEqualised(spec)) return [];
    const byMs = equaliseByMs(equalisedMs, knownSinceMs, everyDays ?? USUAL_EQUALISE_DAYS);
    return [{ battery, equalise: { byMs, lastMs: equalisedMs } }];
  });
}

function daysIn(written: string | undefined): number {
  const days = Number(written ?? USUAL_DAYS);
  return Number.isInteger(days) && days >= 0 && days <= MOST_DAYS ? days : USUAL_DAYS;
}
