'use client';

import { extent, max } from 'd3-array';
import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import type { Trace } from '@/core/assessment/evidence';
import { thinTrace } from '@/core/steps/load/thin-trace';
import { useWidth } from './use-width';
import { ValueGrid } from './value-grid';

/** One load as it was recorded. */
export interface RecordedLoad {
  readonly name: string;
  readonly trace: Trace;
}

interface Props {
  /** The newest first. */
  readonly loads: readonly RecordedLoad[];
}

const FIRST_WIDTH = 700;
const HEIGHT = 240;
const MARGIN = { top: 12, right: 118, bottom: 26, left: 50 } as const;
/** The oldest line is still this visible. */
const FAINTEST = 0.35;
const ROOM_VOLTS = 0.15;

/** Load tests of one unit over each other: the newest strong, the earlier ones fainter with their age. */
export function TraceOverlay({ loads }: Props) {
  const [frame, width] = useWidth(FIRST_WIDTH);
  const volts = loads.flatMap(({ trace }) => trace.map(([, value]) => value));
  const [least, most] = extent(volts);
  if (least === undefined || most === undefined) return null;
  const longest = max(loads, ({ trace }) => trace.at(-1)?.[0]) ?? 15;
  const x = scaleLinear([0, longest], [MARGIN.left, width - MARGIN.right]);
  const y = scaleLinear([least - ROOM_VOLTS, most + ROOM_VOLTS], [HEIGHT - MARGIN.bottom, MARGIN.top]);
  const course = line<Trace[number]>(
    ([seconds]) => x(seconds),
    ([, value]) => y(value),
  );
  const strength = (at: number) => (loads.length < 2 ? 1 : 1 - ((1 - FAINTEST) * at) / (loads.length - 1));
  const ends = loads.map(({ name, trace }) => `${name} ${trace.at(-1)?.[1].toFixed(2)} V`);
  return (
    <div ref={frame}>
      <svg
        role="img"
        aria-label={`Load tests over each other, at their end: ${ends.join(', ')}`}
        viewBox={`0 0 ${width} ${HEIGHT}`}
        className="w-full"
      >
        <ValueGrid ticks={y.ticks(5)} y={y} fromX={MARGIN.left} toX={width - MARGIN.right} decimals={1} />
        {x.ticks(4).map((tick) => (
          <text
            key={tick}
            x={x(tick)}
            y={HEIGHT - 6}
            textAnchor="middle"
            className="figures fill-soft text-[13px]"
          >
            {tick} s
          </text>
        ))}
        {[...loads.entries()].reverse().map(([at, { trace }]) => (
          <path
            key={at}
            d={course(thinTrace(trace, 2 * Math.round(width))) ?? ''}
            fill="none"
            className={at === 0 ? 'stroke-harbour' : 'stroke-ink'}
            strokeWidth={at === 0 ? 3 : 1.5}
            opacity={at === 0 ? 1 : 0.8 * strength(at)}
          />
        ))}
        {loads[0] && (
          <text
            x={x(longest) + 8}
            y={y(loads[0].trace.at(-1)?.[1] ?? 0)}
            dy="0.35em"
            className="figures fill-harbour text-[14px] font-semibold"
          >
            {loads[0].name}
          </text>
        )}
      </svg>
    </div>
  );
}
