import 'server-only';
import type { IdleBattery } from '@/core/exchange/fleet-views';
import type { Context } from './context';
import { idleBatteries, storeC } from './fleet-answers';

const MS_PER_DAY = 86_400_000;
const USUAL_DAYS = 7;
const MOST_DAYS = 60;

/** The stored batteries that are to be charged within some days, the way one walks: place by place. */
export interface RoundView {
  readonly nowMs: number;
  readonly days: number;
  /** How warm the store is taken to be, °C: they run down the sooner the warmer it is. */
  readonly celsius: number;
  readonly places: readonly { readonly place: string; readonly units: readonly IdleBattery[] }[];
}

/** Whom the next round through the store is for. */
export async function roundView(
  context: Context,
  asked: Readonly<Record<'days' | 'celsius', string | undefined>>,
): Promise<RoundView> {
  const nowMs = context.now();
  const days = daysIn(asked.days);
  const celsius = storeC(asked.celsius);
  const due = (await idleBatteries(context, celsius)).filter(
    ({ topUpByMs }) => topUpByMs <= nowMs + days * MS_PER_DAY,
  );
  const places = [...new Set(due.map(({ battery }) => battery.place))].sort((one, other) =>
    one.localeCompare(other, 'en', { numeric: true }),
  );
  return {
    ...{ nowMs, days, celsius },
    places: places.map((place) => ({ place, units: due.filter(({ battery }) => battery.place === place) })),
  };
}

function daysIn(written: string | undefined): number {
  const days = Number(written ?? USUAL_DAYS);
  return Number.isInteger(days) && days >= 0 && days <= MOST_DAYS ? days : USUAL_DAYS;
}
