'use client';

import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import { useWidth } from './use-width';

interface Props {
  readonly openVolts: number;
  readonly limitVolts: number;
  readonly holdSeconds: number;
  /** Voltages at the end of the load between which a healthy battery would lie. */
  readonly healthyVolts: readonly [low: number, high: number];
  readonly readVolts: number | null;
  /** The voltage as it went, where it was recorded. */
  readonly trace: readonly (readonly [seconds: number, volts: number, amps: number | null])[];
  /** Seconds that the clock has run; null while it has not been started. */
  readonly elapsedSeconds: number | null;
}

/** Width of the first paint, before the screen has been measured. */
const FIRST_WIDTH = 660;
const HEIGHT = 150;
const MARGIN = { top: 14, right: 74, bottom: 24, left: 46 } as const;
/** The band begins once the first dip of any load is over. */
const BAND_FROM_SECONDS = 1;
/** Points up to this many are drawn one by one. */
const FEW_POINTS = 20;

/** A load test: the open voltage, the corrected limit, where a healthy battery would end, and where this one did. */
export function LoadPicture({
  openVolts,
  limitVolts,
  holdSeconds,
  healthyVolts,
  readVolts,
  trace,
  elapsedSeconds,
}: Props) {
  const [frame, width] = useWidth(FIRST_WIDTH);
  const [healthyLow, healthyHigh] = healthyVolts;
  const span = Math.max(openVolts - limitVolts, 0.5);
  const lowest = Math.min(readVolts ?? limitVolts, ...trace.map(([, volts]) => volts));
  const least = Math.min(limitVolts - 0.28 * span, lowest);
  const course = line<readonly [number, number, number | null]>(
    ([seconds]) => x(Math.min(seconds, holdSeconds)),
    ([, volts]) => y(volts),
  );
  const x = scaleLinear([0, holdSeconds], [MARGIN.left, width - MARGIN.right]);
  const y = scaleLinear([least, openVolts + 0.08 * span], [HEIGHT - MARGIN.bottom, MARGIN.top]).clamp(true);
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
        <rect
          x={x(BAND_FROM_SECONDS)}
          width={x(holdSeconds) - x(BAND_FROM_SECONDS)}
          y={y(healthyHigh)}
          height={Math.max(2, y(healthyLow) - y(healthyHigh))}
          className="fill-serve"
          opacity="0.18"
        />
        <text
          x={x(holdSeconds) + 12}
          y={(y(healthyHigh) + y(healthyLow)) / 2}
          dy="0.35em"
          className="fill-serve text-[13px]"
        >
          healthy
        </text>
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
            d={course([[0, openVolts, null], ...trace.filter(([seconds]) => seconds > 0)]) ?? ''}
            fill="none"
            className="stroke-harbour"
            strokeWidth="2.5"
          />
        )}
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
