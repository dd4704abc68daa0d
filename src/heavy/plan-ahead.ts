import { specOf } from '@/core/battery/battery';
import { batteryTypeLabel } from '@/core/battery/construction';
import { dutyOf } from '@/core/battery/duty';
import { newUnitOf, reserveStep } from '@/core/history/failing-curve';
import type { FleetLearned } from '@/core/history/fleet-learning';
import { type KindOfLife, kindKey } from '@/core/history/kind-of-life';
import type { Surroundings } from '@/core/history/surroundings';
import { type Costs, changeCosts } from '@/core/planning/costs';
import { type PlanUnit, type PurchasePlan, purchasePlan } from '@/core/planning/purchase-plan';
import { costOfADay } from '@/core/planning/replacement';
import { ratingWords } from '@/core/report/rating-words';
import { type Seated, seated } from '@/store/fleet';
import { learnedHere } from '@/store/learned';
import { historyOf } from '@/store/outlooks-asked';
import { keptReader, type StorePlace } from './kept-reader';

/** A plan is made of so many units at most: those that are dearest to leave as they are. */
const MOST_PLANNED = 5000;

/** What to change and to buy over the year, of the whole fleet. */
export async function planAhead(
  { place, ...at }: Omit<PlanAt, 'learned'> & { readonly place: StorePlace },
  _host: object,
): Promise<PurchasePlan> {
  const reader = await keptReader(place);
  const { units, learned } = await reader.read(async (database) => ({
    units: await seated(database, MOST_PLANNED),
    learned: await learnedHere(database),
  }));
  return purchasePlan(planUnits(units, { ...at, learned }), at.nowMs);
}

/** What a plan rests on beside its units. */
export interface PlanAt {
  readonly costs: Costs;
  readonly learned: FleetLearned;
  readonly surroundings: Surroundings;
  readonly nowMs: number;
}

/** Seated units as a plan knows them. */
export function planUnits(units: readonly Seated[], at: PlanAt): PlanUnit[] {
  const days = new Map<string, number>();
  return units.flatMap(({ battery, outlook, vehicle }): PlanUnit[] => {
    const kind = historyOf({ battery, readings: [], newest: null }, at.surroundings)?.kind;
    const spec = specOf(battery);
    if (!kind || !spec) return [];
    const costs = changeCosts(at.costs, dutyOf(spec), vehicle.class);
    const reserve = reserveStep(outlook.reserve);
    const key = `${kindKey(kind)} ${vehicle.class} ${reserve}`;
    const aDay = days.get(key) ?? costOfADay(newUnit(kind, reserve, at), costs);
    days.set(key, aDay);
    return [
      {
        id: battery.id,
        tag: battery.tag,
        vehicleId: vehicle.id,
        vehicle: vehicle.name,
        costs,
        aDay,
        type: `${batteryTypeLabel(battery.type)}, ${battery.nominalVolts} V`,
        rating: ratingWords(battery),
        fails: outlook.fails,
        nextCheckMs: outlook.nextCheckMs,
      },
    ];
  });
}

/** How new units of a kind fare changes no sooner than what the fleet has learned: it is worked out once for that. */
const known = new Map<string, ReturnType<typeof newUnitOf>>();
const MOST_KNOWN = 200;

function newUnit(kind: KindOfLife, reserve: number | null, { learned, surroundings, nowMs }: PlanAt) {
  const { winter } = surroundings;
  const lasts = learned.lifeTimes.get(kindKey(kind)) ?? 1;
  const key = `${kindKey(kind)} ${kind.climate} ${winter} ${reserve} ${lasts} ${monthOf(nowMs)}`;
  const found = known.get(key) ?? newUnitOf(kind, learned, { nowMs, reserve, winter });
  if (known.size >= MOST_KNOWN) known.clear();
  known.set(key, found);
  return found;
}

const monthOf = (atMs: number) => new Date(atMs).toISOString().slice(0, 7);
