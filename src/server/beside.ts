import 'server-only';
import { specOf } from '@/core/battery/battery';
import { dutyOf } from '@/core/battery/duty';
import type { BatteryRecord, BesideLine, Lane, SlotHeld } from '@/core/exchange/views';
import { kindLine } from '@/core/history/kind-line';
import type { Surroundings } from '@/core/history/surroundings';
import type { HouseRules } from '@/core/rules/house-rules';
import { COMPLAINTS } from '@/core/steps/complaint/plans';
import { CAUSE_LABELS } from '@/core/vehicle/cause';
import { chargesOfBattery } from '@/store/charges';
import { checksOfVehicle } from '@/store/checks';
import { learnedHere } from '@/store/learned';
import type { Database, Transaction } from '@/store/open';
import { siblingsOf } from '@/store/vehicles';
import { visitsOfVehicle } from '@/store/visits';
import { middlesOf } from './outlook-story';

/** More lines beside one cannot be told apart; more stretches of one vehicle do not fit beneath. */
const SIBLINGS_SHOWN = 4;
const MOST_SHOWN = 60;

/** What a battery is shown beside: how its siblings fare, and how its kind does on average. */
export async function besideLines(
  database: Database | Transaction,
  battery: BatteryRecord,
  {
    rules,
    nowMs,
    fromMs,
    climate,
  }: Pick<Surroundings, 'climate'> & {
    readonly rules: HouseRules;
    readonly nowMs: number;
    readonly fromMs: number;
  },
): Promise<BesideLine[]> {
  const spec = specOf(battery);
  if (!spec) return [];
  const [siblings, learned] = [
    await siblingsOf(database, battery.id, SIBLINGS_SHOWN),
    await learnedHere(database),
  ];
  const toMs = nowMs + AHEAD_MS;
  const middles = await middlesOf(
    database,
    siblings.map(({ id }) => id),
    { rules, learned, nowMs, fromMs, toMs },
  );
  const lines = siblings.flatMap(({ id, tag }): BesideLine[] => {
    const points = middles.get(id);
    return points ? [{ label: tag, href: `/batteries/${id}`, points }] : [];
  });
  const begunMs = battery.fittedOn === null ? fromMs : Date.parse(battery.fittedOn);
  const points = kindLine({ construction: spec.construction, duty: dutyOf(spec), climate }, learned, {
    begunMs,
    toMs,
  });
  return [...lines, { label: 'its kind', href: null, points: points.filter(({ atMs }) => atMs >= fromMs) }];
}

/** A kind is shown so far ahead of today. */
const AHEAD_MS = 365 * 86_400_000;

/** What happened beneath a life: charges, and on the vehicles that it sat in visits and what their checks found. */
export async function lanesBeneath(
  database: Database | Transaction,
  batteryId: string,
  { slots, nowMs }: { readonly slots: readonly SlotHeld[]; readonly nowMs: number },
): Promise<Lane[]> {
  const charges = (await chargesOfBattery(database, batteryId, MOST_SHOWN)).map(
    ({ runId, fromMs, toMs, ampHours }) => ({
      fromMs,
      toMs: toMs ?? nowMs,
      href: `/bench/${runId}`,
      label: ampHours === null ? 'charged' : `charged, ${ampHours.toFixed(0)} Ah`,
    }),
  );
  const [visited, found] = [[] as Lane['stretches'][number][], [] as Lane['stretches'][number][]];
  for (const { vehicle, fromOn, toOn } of slots) {
    const [fromMs, toMs] = [Date.parse(fromOn), toOn === null ? nowMs : Date.parse(toOn) + DAY_MS];
    const within = (atMs: number) => atMs >= fromMs && atMs <= toMs;
    for (const visit of await visitsOfVehicle(database, vehicle.id, MOST_SHOWN))
      if (within(visit.arrivedAtMs))
        visited.push({
          fromMs: visit.arrivedAtMs,
          toMs: visit.leftAtMs ?? nowMs,
          href: `/vehicles/${vehicle.id}`,
          label: `${vehicle.name}: ${COMPLAINTS[visit.complaint].label.toLowerCase()}`,
        });
    let untilMs = toMs;
    // The newest first: what a check found stands until the next one looked again.
    for (const check of await checksOfVehicle(database, vehicle.id, MOST_SHOWN)) {
      if (check.finishedAtMs === null || !within(check.finishedAtMs)) continue;
      if (check.cause !== null && check.cause !== 'nothing_found')
        found.push({
          fromMs: check.finishedAtMs,
          toMs: untilMs,
          href: `/checks/${check.runId}`,
          label: `${vehicle.name}: ${CAUSE_LABELS[check.cause].toLowerCase()}`,
        });
      untilMs = check.finishedAtMs;
    }
  }
  return [
    { name: 'charges', stretches: charges },
    { name: 'visits', stretches: visited },
    { name: 'its vehicle', stretches: found },
  ].filter(({ stretches }) => stretches.length > 0);
}

const DAY_MS = 86_400_000;
