import 'server-only';
import { tz } from '@date-fns/tz';
import { format } from 'date-fns';
import { specOf } from '@/core/battery/battery';
import type {
  IdleBattery,
  ReadsOff,
  ReadsOffView,
  WarrantyClaim,
  WearingVehicle,
} from '@/core/exchange/fleet-views';
import { chargeAfter, daysToTopUp } from '@/core/history/idle';
import { isTold } from '@/core/history/leftover';
import { correctionsInForce } from '@/store/corrections';
import { finishedRuns, leftSince, retiredUnderWarranty, standingIdle } from '@/store/fleet';
import { learnedHere } from '@/store/learned';
import { openCautions } from '@/store/open-cautions';
import { siteOf } from '@/store/sites';
import type { Context } from './context';
import { technicians } from './technicians';

const MS_PER_DAY = 86_400_000;
/** Batteries that left their vehicles within so many years tell how it wears them. */
const WEAR_YEARS = 4;
const LEAST_GONE = 2;
const MOST_IDLE = 2000;
/** Where stored batteries are taken to stand, °C, where nobody says otherwise. A rule of ours. */
const STORE_C = 10;
const COLDEST_STORE_C = -20;
const WARMEST_STORE_C = 45;

/** How warm the store is, as an address says it. */
export function storeC(written: string | undefined): number {
  const celsius = Number(written ?? STORE_C);
  return Number.isFinite(celsius) && celsius >= COLDEST_STORE_C && celsius <= WARMEST_STORE_C
    ? celsius
    : STORE_C;
}

/** What vehicles have made of their batteries: those that wear them out soonest first. */
export async function wearingVehicles(context: Context): Promise<WearingVehicle[]> {
  const sinceOn = new Date(context.now() - WEAR_YEARS * 365.25 * MS_PER_DAY).toISOString().slice(0, 10);
  return context.store.read(async (database) => {
    const { costs } = (await siteOf(database)) ?? context.site;
    const left = await leftSince(database, sinceOn);
    const [gone, days] = left.reduce(([all, sum], one) => [all + one.gone, sum + one.days], [0, 0]);
    if (gone === 0) return [];
    const some: WearingVehicle[] = [];
    for (const one of left.filter((vehicle) => vehicle.gone >= LEAST_GONE)) {
      some.push({
        id: one.vehicleId,
        name: one.name,
        gone: one.gone,
        meanYears: one.days / one.gone / 365.25,
        times: one.days / one.gone / (days / gone),
        cost:
          one.deepCycle * costs.deepCycle +
          (one.gone - one.deepCycle) * costs.starting +
          one.gone * costs.labour,
        cautions: await openCautions(database, one.vehicleId),
      });
    }
    return some.sort((one, other) => one.times - other.times);
  });
}

/** Batteries that stand unused, those whose charge runs low first. */
export async function idleBatteries(context: Context, celsius = STORE_C): Promise<IdleBattery[]> {
  const nowMs = context.now();
  const some = await context.store.read((database) => standingIdle(database, MOST_IDLE));
  return some
    .flatMap(({ battery, atMs, chargePct }): IdleBattery[] => {
      const spec = specOf(battery);
      if (!spec) return [];
      const stored = { construction: spec.construction, celsius };
      return [
        {
          battery,
          readAtMs: atMs,
          readPct: chargePct,
          nowPct: chargeAfter(chargePct, (nowMs - atMs) / MS_PER_DAY, stored),
          topUpByMs: atMs + daysToTopUp(chargePct, stored) * MS_PER_DAY,
        },
      ];
    })
    .sort((one, other) => one.topUpByMs - other.topUpByMs);
}

const MOST_CLAIMS = 500;
const SLIPS_TOLD = 6;

/** What was retired within its warranty, with the slips that prove it. */
export async function warrantyClaims(context: Context): Promise<WarrantyClaim[]> {
  return context.store.read(async (database) => {
    const some = await retiredUnderWarranty(database, MOST_CLAIMS);
    const tests = await finishedRuns(
      database,
      some.map(({ battery }) => battery.id),
    );
    return some.map(({ battery, retiredMs }) => ({
      battery,
      retiredMs,
      warrantyTo: battery.warrantyTo ?? '',
      runs: (tests.get(battery.id) ?? []).filter(({ atMs }) => atMs <= retiredMs).slice(0, SLIPS_TOLD),
    }));
  });
}

/** The same with what of it is taken out from a day on. */
export async function readsOffView(context: Context): Promise<ReadsOffView> {
  return {
    off: await readsOff(context),
    corrections: await context.store.read(correctionsInForce),
    today: format(context.now(), 'yyyy-MM-dd', { in: tz(context.site.zone) }),
  };
}

/** What reads high or low over the fleet: instruments, hands and seasons, the furthest off first. */
export async function readsOff(context: Context): Promise<ReadsOff[]> {
  const { leftovers } = await context.store.read(learnedHere);
  const names = new Map((await technicians(context)).map(({ id, name }) => [id, name] as const));
  return (['instrument', 'technician', 'season'] as const)
    .flatMap((what) =>
      [...leftovers[what]].map(([name, leftover]) => ({
        what,
        name: names.get(name) ?? name,
        isTold: isTold(leftover),
        ...leftover,
      })),
    )
    .sort((one, other) => Math.abs(other.pct) - Math.abs(one.pct));
}
