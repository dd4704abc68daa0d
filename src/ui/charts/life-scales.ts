import { extent } from 'd3-array';
import { type ScaleLinear, type ScaleTime, scaleLinear, scaleUtc } from 'd3-scale';
import type { FanPoint } from '@/core/history/fan';
import type { Winter } from '@/core/history/surroundings';

/** Room around the drawing of a life, px, and how tall it and its lanes are. */
export const LIFE_MARGIN = { top: 14, right: 98, bottom: 26, left: 44 } as const;
export const LIFE_HEIGHT = 300;
export const LANE_HEIGHT = 22;
const DAY_MS = 86_400_000;
const LOWEST_PCT = 30;
const HIGHEST_PCT = 118;

export interface LifeScales {
  readonly x: ScaleTime<number, number>;
  readonly y: ScaleLinear<number, number>;
  readonly fromMs: number;
  readonly toMs: number;
}

/** Time and percent of a life’s drawing: all that happened, and as far ahead as its fan leads. */
export function lifeScales(
  momentsMs: readonly number[],
  fan: readonly FanPoint[],
  width: number,
): LifeScales {
  const [first = 0, last = 0] = extent([...momentsMs, ...fan.map(({ atMs }) => atMs)]);
  const pad = Math.max(20 * DAY_MS, (last - first) * 0.02);
  const [fromMs, toMs] = [first - pad, last];
  return {
    x: scaleUtc([fromMs, toMs], [LIFE_MARGIN.left, width - LIFE_MARGIN.right]),
    y: scaleLinear([LOWEST_PCT, HIGHEST_PCT], [LIFE_HEIGHT - LIFE_MARGIN.bottom, LIFE_MARGIN.top]).clamp(
      true,
    ),
    fromMs,
    toMs,
  };
}

/** The cold quarters between two moments, each from and to, ms UTC. */
export function coldQuarters(fromMs: number, toMs: number, winter: Winter): (readonly [number, number])[] {
  const begins = winter === 'june' ? 5 : 11;
  const first = new Date(fromMs).getUTCFullYear() - 1;
  const last = new Date(toMs).getUTCFullYear();
  return Array.from({ length: last - first + 1 }, (_, at) => {
    const year = first + at;
    return [
      Math.max(fromMs, Date.UTC(year, begins, 1)),
      Math.min(toMs, Date.UTC(year, begins + 3, 1)),
    ] as const;
  }).filter(([from, to]) => from < to);
}
