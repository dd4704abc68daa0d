import { clsx } from 'clsx';
import type { LifeEvent, LifeLane } from './life-events';
import { LANE_HEIGHT, LIFE_HEIGHT, LIFE_MARGIN, type LifeScales } from './life-scales';

const LANE_STEP = LANE_HEIGHT + 5;
/** What lasted only a moment is still seen, px. */
const LEAST_WIDTH = 4;
const WIDTH_OF_SIGN = 7;

/** How far beneath the drawing so many lanes reach, px. */
export const laneTop = (lanes: number): number => lanes * LANE_STEP;

/** Which lane lies so far beneath the drawing; null for none. */
export const laneAt = (beneath: number): number | null =>
  beneath < 0 ? null : Math.floor(beneath / LANE_STEP);

/** What happened beneath a life, a row each with its name behind it. */
export function Lanes({
  lanes,
  scales: { x, toMs },
  width,
  read,
}: {
  readonly lanes: readonly LifeLane[];
  readonly scales: LifeScales;
  readonly width: number;
  readonly read: LifeEvent | undefined;
}) {
  return lanes.map(({ name, stretches }, lane) => {
    const top = LIFE_HEIGHT + lane * LANE_STEP;
    return (
      <g key={name}>
        <text x={width - LIFE_MARGIN.right + 6} y={top + 15} className="fill-soft text-[13px]">
          {name}
        </text>
        {stretches.map((stretch) => {
          const [from, to] = [x(stretch.fromMs), x(Math.min(stretch.toMs, toMs))];
          const isRead = read?.kind === 'stretch' && read.stretch === stretch;
          return (
            <g key={`${stretch.label} ${stretch.fromMs}`}>
              <rect
                x={from}
                y={top}
                width={Math.max(LEAST_WIDTH, to - from)}
                height={LANE_HEIGHT}
                className={clsx('stroke-line-strong', isRead ? 'fill-harbour-wash' : 'fill-sunk')}
                strokeWidth={isRead ? 2 : 1}
              />
              {to - from > WIDTH_OF_SIGN * stretch.label.length && (
                <text x={from + 6} y={top + 15} className="fill-ink text-[13px]">
                  {stretch.label}
                </text>
              )}
            </g>
          );
        })}
      </g>
    );
  });
}
