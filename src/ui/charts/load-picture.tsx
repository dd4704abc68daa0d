'use client';

import { min } from 'd3-array';
import { scaleLinear } from 'd3-scale';
import { area, line } from 'd3-shape';
import { useMemo } from 'react';
import type { BatterySpec } from '@/core/battery/battery';
import { healthyCourse } from '@/core/physics/healthy-course';
import { thinTrace } from '@/core/steps/load/thin-trace';
import { useWidth } from './use-width';

interface Props {
  readonly openVolts: number;
  readonly limitVolts: number;
  readonly holdSeconds: number;
  /** The battery and the task by which the model tells where a healthy one would lie. */
  readonly healthy: Healthy;
  readonly readVolts: number | null;
  /** The voltage as it went, where it was recorded. */
  readonly trace: readonly (readonly [seconds: number, volts: number, amps: number | null])[];
  /** Seconds that the clock has run; null while it has not been started. */
  readonly elapsedSeconds: number | null;
}

interface Healthy {
  readonly spec: BatterySpec;
  /** Healths between which a battery counts as healthy here, percent. */
  readonly fromPct: number;
  readonly toPct: number;
  readonly chargePct: number;
  readonly temperatureC: number;
  readonly amps: number;
}

/** Width of the first paint, before the screen has been measured. */
const FIRST_WIDTH = 660;
const HEIGHT = 150;
const MARGIN = { top: 14, right: 74, bottom: 24, left: 46 } as const;
/** Points up to this many are drawn one by one. */
const FEW_POINTS = 20;

/** A load test: the open voltage, the corrected limit, where a healthy battery would end, and where this one did. */
export function LoadPicture({
  openVolts,
  limitVolts,
  holdSeconds,
  healthy,
  readVolts,
  trace,
  elapsedSeconds,
}: Props) {
  const [frame, width] = useWidth(FIRST_WIDTH);
  const { spec, fromPct, toPct, chargePct, temperatureC, amps } = healthy;
  const [low, high] = useMemo(() => {
    const task = { chargePct, temperatureC, amps, seconds: holdSeconds, openVolts };
    return [healthyCourse(spec, fromPct, task) ?? [], healthyCourse(spec, toPct, task) ?? []];
  }, [spec, fromPct, toPct, chargePct, temperatureC, amps, holdSeconds, openVolts]);
  const ends = [low.at(-1)?.[1], high.at(-1)?.[1]];
  const span = Math.max(openVolts - limitVolts, 0.5);
  const lowest = Math.min(readVolts ?? limitVolts, min(trace, ([, volts]) => volts) ?? limitVolts);
  const least = Math.min(limitVolts - 0.28 * span, lowest);
  const course = line<readonly [number, number, number | null]>(
    ([seconds]) => x(Math.min(seconds, holdSeconds)),
    ([, volts]) => y(volts),
  );
  type Pair = readonly [readonly [number, number], readonly [number, number]];
  const band = area<Pair>(
    ([[seconds]]) => x(seconds),
    ([, [, volts]]) => y(volts),
    ([[, volts]]) => y(volts),
  );
  const x = scaleLinear([0, holdSeconds], [MARGIN.left, width - MARGIN.right]);
  const y = scaleLinear([least, openVolts + 0.08 * span], [HEIGHT - MARGIN.bottom, MARGIN.top]).clamp(true);
  // Two points a pixel show every spike; more would only take time.
  const drawn = useMemo(() => thinTrace(trace, Math.max(4, 2 * Math.round(width))), [trace, width]);
  const fails = readVolts !== null && readVolts < limitVolts;
  return (
    <div ref={frame}>
      <svg
        viewBox={`0 0 ${width} ${HEIGHT}`}
        className="w-full"
        role="img"
        aria-label="Load test against its limit"
      >
        {y.ticks(4).map((tick) => (
          <text
            key={tick}
            x={MARGIN.left - 8}
            y={y(tick)}
            dy="0.35em"
            textAnchor="end"
            className="figures fill-soft text-[13px]"
          >
            {tick.toFixed(1)}
          </text>
        ))}
        {[0, holdSeconds / 3, (2 * holdSeconds) / 3, holdSeconds].map((second) => (
          <text
            key={second}
            x={x(second)}
            y={HEIGHT - 6}
            textAnchor="middle"
            className="figures fill-soft text-[13px]"
          >
            {second.toFixed(0)} s
          </text>
        ))}
        <path
          d={band(high.map((point, at) => [point, low[at] ?? point])) ?? ''}
          className="fill-serve"
          opacity="0.18"
        />
        {ends[0] !== undefined && ends[1] !== undefined && (
          <text
            x={x(holdSeconds) + 12}
            y={(y(ends[0]) + y(ends[1])) / 2}
            dy="0.35em"
            className="fill-serve text-[13px]"
          >
            healthy
          </text>
        )}
        <line
          x1={MARGIN.left}
          x2={x(holdSeconds)}
          y1={y(limitVolts)}
          y2={y(limitVolts)}
          className="stroke-ink"
          strokeWidth="2"
        />
        <path d={`M${x(holdSeconds)} ${y(limitVolts)}l9 -6v12z`} className="fill-ink" />
        <text
          x={x(holdSeconds) + 12}
          y={y(limitVolts)}
          dy="0.35em"
          className="figures fill-ink text-[14px] font-semibold"
        >
          {limitVolts.toFixed(2)}
        </text>
        <circle cx={x(0)} cy={y(openVolts)} r="5" className="fill-harbour" />
        {trace.length > 1 && (
          <path
            d={course([[0, openVolts, null], ...drawn.filter(([seconds]) => seconds > 0)]) ?? ''}
            fill="none"
            className="stroke-harbour"
            strokeWidth="2.5"
          />
        )}
        <CurrentLine points={drawn} x={(seconds) => x(Math.min(seconds, holdSeconds))} setAmps={amps} />
        {trace.length > 1 &&
          trace.length <= FEW_POINTS &&
          trace.map(([seconds, volts]) => (
            <circle key={seconds} cx={x(seconds)} cy={y(volts)} r="3.5" className="fill-harbour" />
          ))}
        {elapsedSeconds !== null && elapsedSeconds < holdSeconds && (
          <line
            x1={x(elapsedSeconds)}
            x2={x(elapsedSeconds)}
            y1={MARGIN.top}
            y2={HEIGHT - MARGIN.bottom}
            className="stroke-harbour"
            strokeWidth="2"
          />
        )}
        {readVolts !== null && (
          <g className={fails ? 'text-retire' : 'text-serve'}>
            <line
              x1={x(holdSeconds)}
              x2={x(holdSeconds)}
              y1={y(limitVolts)}
              y2={y(readVolts)}
              stroke="currentColor"
              strokeWidth="3"
            />
            <circle cx={x(holdSeconds)} cy={y(readVolts)} r="7" fill="currentColor" />
          </g>
        )}
      </svg>
    </div>
  );
}

/** Height of the current on the picture, and how far above the set load it still fits. */
const CURRENT_HEIGHT = 14;
const CURRENT_ROOM = 1.15;

/** The current beneath the voltage, where it was recorded: a bank that sags is seen to. */
function CurrentLine({
  points,
  x,
  setAmps,
}: {
  readonly points: Props['trace'];
  readonly x: (seconds: number) => number;
  readonly setAmps: number;
}) {
  const known = points.flatMap(([seconds, , amps]) => (amps === null ? [] : [[seconds, amps] as const]));
  if (known.length < 2) return null;
  const most = CURRENT_ROOM * Math.max(setAmps, ...known.map(([, amps]) => amps));
  const y = scaleLinear([0, most], [HEIGHT - MARGIN.bottom, HEIGHT - MARGIN.bottom - CURRENT_HEIGHT]);
  const course = line<readonly [number, number]>(
    ([seconds]) => x(seconds),
    ([, amps]) => y(amps),
  );
  return (
    <g>
      <path
        d={course(known) ?? ''}
        fill="none"
        className="stroke-soft"
        strokeWidth="1.5"
        strokeDasharray="4 3"
      />
    </g>
  );
}
