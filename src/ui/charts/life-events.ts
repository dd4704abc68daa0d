import type { Verdict } from '@/core/assessment/verdict';

/** A test on a life’s line. */
export interface LifePoint {
  readonly runId: string;
  readonly atMs: number;
  /** Null where it read no health. */
  readonly pct: number | null;
  readonly sdPct: number;
  readonly indicative: boolean;
  readonly verdict: Verdict;
  /** The verdict was set by hand. */
  readonly byHand: boolean;
}

/** A stretch of a lane beneath: where it was, a charge, what was open on its vehicle. */
export interface LifeStretch {
  readonly label: string;
  readonly fromMs: number;
  readonly toMs: number;
  readonly href: string | null;
}

/** A row of stretches beneath a life. */
export interface LifeLane {
  readonly name: string;
  readonly stretches: readonly LifeStretch[];
}

/** What can be read on a life: a test, or the beginning of a stretch of a lane. */
export type LifeEvent =
  | { readonly kind: 'test'; readonly atMs: number; readonly point: LifePoint }
  | { readonly kind: 'stretch'; readonly atMs: number; readonly lane: number; readonly stretch: LifeStretch };

/** Everything that can be read, in the order of time. */
export function eventsOf(points: readonly LifePoint[], lanes: readonly LifeLane[]): LifeEvent[] {
  return [
    ...points.map((point): LifeEvent => ({ kind: 'test', atMs: point.atMs, point })),
    ...lanes.flatMap(({ stretches }, lane) =>
      stretches.map((stretch): LifeEvent => ({ kind: 'stretch', atMs: stretch.fromMs, lane, stretch })),
    ),
  ].sort((one, other) => one.atMs - other.atMs);
}

/** The place of what lies nearest to a moment: a stretch of the lane that is pointed at, else a test; −1 where there is none. */
export function nearestEvent(events: readonly LifeEvent[], atMs: number, lane: number | null): number {
  let best = -1;
  let least = Number.POSITIVE_INFINITY;
  events.forEach((event, at) => {
    if (lane === null ? event.kind !== 'test' : event.kind !== 'stretch' || event.lane !== lane) return;
    const away = awayFrom(event, atMs);
    if (away < least) [best, least] = [at, away];
  });
  return best;
}

/** Within a stretch one is at it. */
function awayFrom(event: LifeEvent, atMs: number): number {
  if (event.kind === 'test') return Math.abs(event.atMs - atMs);
  const { fromMs, toMs } = event.stretch;
  return Math.max(0, fromMs - atMs, atMs - toMs);
}
