import { agingOf, type FleetLearned, type UnitHistory } from './fleet-learning';
import type { Strain } from './hazard';
import { corrected } from './leftover';
import { type Segment, segmentsOf } from './segments';
import { type UnitForecast, unitForecast } from './unit-forecast';

/** A unit’s story by the lives that carry it, and what is expected of it. */
export interface UnitOutlook {
  readonly segments: readonly Segment[];
  readonly forecast: UnitForecast;
}

/**
 * What is expected of a unit, given what its fleet has said of itself: readings brought to one footing, a story that begins anew where a
 * step up cannot belong to it, and the forecast of the life that is running. A unit without readings has its kind’s forecast.
 */
export function outlookOf(
  unit: UnitHistory,
  learned: FleetLearned,
  at: { readonly nowMs: number; readonly linePct: number; readonly strain: Strain },
): UnitOutlook {
  const segments = storyOf(unit, learned, at.nowMs);
  const running = segments.at(-1);
  if (!running) throw new Error('a story has a beginning');
  return { segments, forecast: unitForecast(running, at) };
}

/** A unit’s story by the lives that carry it, its readings brought to one footing; the newest last. */
export function storyOf(unit: UnitHistory, learned: FleetLearned, nowMs: number): Segment[] {
  const readings = unit.readings.map((reading) => corrected(reading, learned.leftovers));
  return segmentsOf(agingOf(unit, nowMs, learned), readings);
}
