import 'server-only';
import { LIST_QUESTIONS } from '@/core/exchange/fleet-query';
import type { ComingUp } from '@/core/exchange/fleet-views';
import { coldMorning } from '@/core/history/cold-start';
import { succeed } from '@/core/quantity/result';
import type { Answer } from './answer';
import { coldView } from './cold';
import type { Context } from './context';
import { idleBatteries } from './fleet-answers';
import { fleetPage } from './fleet-list';

/** What the Floor tells of each: a hand has five fingers. */
const TOLD = 5;
/** So many that are overdue are counted; beyond them the fleet itself tells. */
const COUNTED = 200;
const DAYS_AHEAD = 2;

/** What sits in a vehicle is due on its day; what was only brought in once is asked for on *Due*. */
const DUE_AT_WORK = { ...LIST_QUESTIONS.due, place: 'work' } as const;

/** What comes next on the Floor beside what lies on the bench: batteries that are due, and vehicles at risk in the cold. */
export async function comingUp(context: Context): Promise<Answer<ComingUp>> {
  const nowMs = context.now();
  const { rows } = await fleetPage(context, DUE_AT_WORK, { limit: COUNTED });
  const due = rows.filter(({ outlook }) => outlook.nextCheckMs !== null && outlook.nextCheckMs <= nowMs);
  const toCharge = await lowOnes(context);
  const { vehicles, mornings } = await coldView(context);
  const coldest = mornings
    .slice(0, DAYS_AHEAD)
    .reduce<(typeof mornings)[number] | null>(
      (low, one) => (low === null || one.lowC < low.lowC ? one : low),
      null,
    );
  const atRisk =
    coldest === null
      ? []
      : vehicles
          .map(({ id, name, ready }) => ({ id, name, ...coldMorning(ready, coldest.lowC) }))
          .filter(({ standing }) => standing !== 'starts')
          .sort((one, other) => one.chance - other.chance);
  return succeed({
    due: due.slice(0, TOLD).map(({ battery, vehicle, outlook }) => ({
      id: battery.id,
      tag: battery.tag,
      where: vehicle?.name ?? battery.place,
      dueMs: outlook.nextCheckMs ?? nowMs,
    })),
    dueCount: due.length,
    toCharge: toCharge.slice(0, TOLD),
    toChargeCount: toCharge.length,
    morning: coldest,
    atRisk: atRisk.slice(0, TOLD).map(({ id, name, chance, help }) => ({ id, name, chance, help })),
    atRiskCount: atRisk.length,
  });
}

/** What a test has found low, the newest first, then what runs low on its shelf, the lowest first. */
async function lowOnes(context: Context): Promise<ComingUp['toCharge'][number][]> {
  const asked = { ...LIST_QUESTIONS.due, sort: 'tested', falling: true, verdict: 'charge' } as const;
  const { rows } = await fleetPage(context, asked, { limit: COUNTED });
  const found = rows.map(({ battery, vehicle }) => ({
    id: battery.id,
    tag: battery.tag,
    leftPct: null,
    where: vehicle?.name ?? battery.place,
  }));
  const known = new Set(found.map(({ id }) => id));
  const idle = (await idleBatteries(context))
    .filter(({ battery, topUpByMs }) => topUpByMs < context.now() && !known.has(battery.id))
    .map(({ battery, nowPct }) => ({
      id: battery.id,
      tag: battery.tag,
      where: battery.place,
      leftPct: nowPct,
    }));
  return [...found, ...idle];
}
