import type { Verdict } from '../assessment/verdict';
import type { Reading } from '../steps/reading';

/** Prices of the exercise, in money of its own. A model of ours: what counts is how they compare. */
const PRICE_A_MINUTE = 1;
const WAITING_SHARE = 0.05;
const BATTERY_PRICE = 140;
const BREAKDOWN_PRICE = 420;
const HURT_PRICE = 2000;
/** Longer than this between two readings is waiting, not work, min. */
const AT_WORK_MINUTES = 15;

/** Time that a case has taken, min, and what the work has cost. */
export interface Spent {
  readonly minutes: number;
  readonly money: number;
}

/** What has been spent from the start of a case to a moment: hands at work cost more than a charger that runs. */
export function spentOn(
  readings: readonly Pick<Reading, 'takenAtMs'>[],
  startMs: number,
  nowMs: number,
): Spent {
  let all = 0;
  let work = 0;
  let before = startMs;
  for (const atMs of [...readings.map(({ takenAtMs }) => takenAtMs), nowMs]) {
    const gap = Math.max(0, (atMs - before) / 60_000);
    all += gap;
    work += Math.min(gap, AT_WORK_MINUTES);
    before = Math.max(before, atMs);
  }
  return { minutes: all, money: Math.round(PRICE_A_MINUTE * (work + WAITING_SHARE * (all - work))) };
}

/** What a verdict that does no justice to the battery would have cost; the best of the right ones comes first. */
export function wrongCost(right: readonly Verdict[], verdict: Verdict): number {
  if (right.includes(verdict)) return 0;
  if (right[0] === 'quarantine') return HURT_PRICE;
  if (verdict === 'retire' || verdict === 'quarantine') return BATTERY_PRICE;
  return right[0] === 'retire' ? BREAKDOWN_PRICE + BATTERY_PRICE : BATTERY_PRICE / 2;
}
