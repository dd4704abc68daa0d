'use client';

import { min } from 'd3-array';
import { scaleLinear } from 'd3-scale';
import { area, line } from 'd3-shape';
import { useMemo } from 'react';
import type { BatterySpec } from '@/core/battery/battery';
import { healthyCourse } from '@/core/physics/healthy-course';
import { thinTrace } from '@/core/steps/load/thin-trace';
import { AxisLabels } from './axis-labels';
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

/** Where the picture's seconds and volts stand on the screen. */
interface Scales {
  readonly x: (seconds: number) => number;
  readonly y: (volts: number) => number;
}

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
  const span = Math.max(openVolts - limitVolts, LEAST_SPAN);
  const lowest = Math.min(readVolts ?? limitVolts, min(trace, ([, volts]) => volts) ?? limitVolts);
  const least = Math.min(limitVolts - ROOM_BELOW * span, lowest);
  const seconds = scaleLinear([0, holdSeconds], [MARGIN.left, width - MARGIN.right]);
  const y = scaleLinear([least, openVolts + ROOM_ABOVE * span], [HEIGHT - MARGIN.bottom, MARGIN.top]);
  y.clamp(true);
  // What went on after the hold ends with it.
  const x = (second: number) => seconds(Math.min(second, holdSeconds));
  const scales: Scales = { x, y };
  // Two points a pixel show every spike; more would only take time.
  const drawn = useMemo(() => thinTrace(trace, Math.max(4, 2 * Math.round(width))), [trace, width]);
  return (
    <div ref={frame}>
      <svg
        viewBox={`0 0 ${width} ${HEIGHT}`}
        className="w-full"
        role="img"
        aria-label="Load test against its limit"
      >
        <AxisLabels
          volts={{ at: y, ticks: y.ticks(4) }}
          time={{ at: x, ticks: [0, holdSeconds / 3, (2 * holdSeconds) / 3, holdSeconds] }}
          timeUnit="s"
          left={MARGIN.left}
          height={HEIGHT}
        />
        <HealthyBand scales={scales} healthy={healthy} holdSeconds={holdSeconds} openVolts={openVolts} />
        <Limit scales={scales} volts={limitVolts} holdSeconds={holdSeconds} />
        <circle cx={x(0)} cy={y(openVolts)} r="5" className="fill-harbour" />
        {trace.length > 1 && <Course scales={scales} openVolts={openVolts} points={drawn} />}
        <CurrentLine points={drawn} x={x} setAmps={healthy.amps} />
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
          <ReadMark scales={scales} volts={readVolts} limitVolts={limitVolts} holdSeconds={holdSeconds} />
        )}
      </svg>
    </div>
  );
}

/** Volts from the open voltage to the limit at the least, and the room beneath and above, as parts of that. */
const LEAST_SPAN = 0.5;
const ROOM_BELOW = 0.28;
const ROOM_ABOVE = 0.08;

/** Where a healthy battery of this label, charge and temperature would lie under this load. */
function HealthyBand({
  scales: { x, y },
  healthy: { spec, fromPct, toPct, chargePct, temperatureC, amps },
  holdSeconds,
  openVolts,
}: {
  readonly scales: Scales;
  readonly healthy: Healthy;
  readonly holdSeconds: number;
  readonly openVolts: number;
}) {
  const [low, high] = useMemo(() => {
    const task = { chargePct, temperatureC, amps, seconds: holdSeconds, openVolts };
    return [healthyCourse(spec, fromPct, task) ?? [], healthyCourse(spec, toPct, task) ?? []];
  }, [spec, fromPct, toPct, chargePct, temperatureC, amps, holdSeconds, openVolts]);
  const [lowEnd, highEnd] = [low.at(-1)?.[1], high.at(-1)?.[1]];
  type Pair = readonly [readonly [number, number], readonly [number, number]];
  const band = area<Pair>(
    ([[seconds]]) => x(seconds),
    ([, [, volts]]) => y(volts),
    ([[, volts]]) => y(volts),
  );
  return (
    <>
      <path
        d={band(high.map((point, at) => [point, low[at] ?? point])) ?? ''}
        className="fill-serve"
        opacity="0.18"
      />
      {lowEnd !== undefined && highEnd !== undefined && (
        <text
          x={x(holdSeconds) + 12}
          y={(y(lowEnd) + y(highEnd)) / 2}
          dy="0.35em"
          className="fill-serve text-[13px]"
        >
          healthy
        </text>
      )}
    </>
  );
}

interface AtTheEnd {
  readonly scales: Scales;
  readonly volts: number;
  readonly holdSeconds: number;
}

function Limit({ scales: { x, y }, volts, holdSeconds }: AtTheEnd) {
  const [end, height] = [x(holdSeconds), y(volts)];
  return (
    <>
      <line x1={MARGIN.left} x2={end} y1={height} y2={height} className="stroke-ink" strokeWidth="2" />
      <path d={`M${end} ${height}l9 -6v12z`} className="fill-ink" />
      <text x={end + 12} y={height} dy="0.35em" className="figures fill-ink text-[14px] font-semibold">
        {volts.toFixed(2)}
      </text>
    </>
  );
}

/** The voltage as it went, from the open one on; a few points are marked one by one. */
function Course({
  scales: { x, y },
  openVolts,
  points,
}: {
  readonly scales: Scales;
  readonly openVolts: number;
  readonly points: Props['trace'];
}) {
  const course = line<readonly [number, number, number | null]>(
    ([seconds]) => x(seconds),
    ([, volts]) => y(volts),
  );
  return (
    <>
      <path
        d={course([[0, openVolts, null], ...points.filter(([seconds]) => seconds > 0)]) ?? ''}
        fill="none"
        className="stroke-harbour"
        strokeWidth="2.5"
      />
      {points.length <= FEW_POINTS &&
        points.map(([seconds, volts]) => (
          <circle key={seconds} cx={x(seconds)} cy={y(volts)} r="3.5" className="fill-harbour" />
        ))}
    </>
  );
}

/** Where this battery ended, against its limit. */
function ReadMark({
  scales: { x, y },
  volts,
  limitVolts,
  holdSeconds,
}: AtTheEnd & { readonly limitVolts: number }) {
  const end = x(holdSeconds);
  return (
    <g className={volts < limitVolts ? 'text-retire' : 'text-serve'}>
      <line x1={end} x2={end} y1={y(limitVolts)} y2={y(volts)} stroke="currentColor" strokeWidth="3" />
      <circle cx={end} cy={y(volts)} r="7" fill="currentColor" />
    </g>
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
