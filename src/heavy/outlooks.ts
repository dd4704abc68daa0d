import { type FleetLearned, learnFleet } from '@/core/history/fleet-learning';
import { type OutlookFigures, outlookFigures } from '@/core/history/kept-outlook';
import type { HouseRules } from '@/core/rules/house-rules';
import { outlooksAsked, unitsReadTwice } from '@/store/outlooks-asked';
import { keptReader, type StorePlace } from './kept-reader';

/** More units tell a fleet nothing new of itself. */
const MOST_UNITS = 5000;

/** What is expected of some batteries, by id, read by a connection of its own; those that these rules do not grade are left out. */
export async function outlooks(
  job: {
    readonly place: StorePlace;
    readonly ids: readonly string[];
    readonly rules: HouseRules;
    readonly fleet: FleetLearned;
    readonly nowMs: number;
  },
  _host: object,
): Promise<(readonly [string, OutlookFigures])[]> {
  const reader = await keptReader(job.place);
  const asked = await reader.read((database) => outlooksAsked(database, job.ids, job.rules));
  return asked.map((one) => [one.history.id, outlookFigures(one, job.fleet, job.nowMs)] as const);
}

/** What a fleet says of itself: what reads high or low in it, and how long its kinds last. */
export async function learned(
  job: { readonly place: StorePlace; readonly nowMs: number },
  _host: object,
): Promise<FleetLearned> {
  const reader = await keptReader(job.place);
  return learnFleet(await reader.read((database) => unitsReadTwice(database, MOST_UNITS)), job.nowMs);
}
